create table people (
  id uuid primary key default gen_random_uuid(),
  name text not null unique check (name <> ''),
  password_hash text not null,
  pin_hash text,
  badge_hash text,
  roles text[] not null check (roles <@ array['clerk', 'checker', 'steward'] and cardinality(roles) > 0),
  added_at timestamptz not null default now()
);

create table rubrics (
  id uuid primary key default gen_random_uuid(),
  name text not null unique,
  added_at timestamptz not null default now()
);

create table rubric_versions (
  rubric_id uuid not null references rubrics,
  version int not null check (version > 0),
  body jsonb not null,
  made_at timestamptz not null default now(),
  primary key (rubric_id, version)
);

create table devices (
  id uuid primary key default gen_random_uuid(),
  name text not null unique,
  address text not null,
  added_at timestamptz not null default now()
);

create table destinations (
  id text primary key,
  name text not null,
  connector text not null,
  options jsonb not null,
  added_at timestamptz not null default now()
);

create table batches (
  id bigint primary key generated always as identity,
  name text not null,
  rubric_id uuid not null,
  rubric_version int not null,
  state text not null default 'receiving'
    check (state in ('receiving', 'sorting', 'to fix', 'to index', 'to check', 'sending', 'done', 'held', 'abandoned')),
  -- Why it is held.
  trouble text,
  owner uuid not null references people,
  created_at timestamptz not null default now(),
  completed_at timestamptz,
  foreign key (rubric_id, rubric_version) references rubric_versions
);
create index batches_by_owner on batches (owner, id desc);
create index batches_open on batches (state, id desc) where state not in ('done', 'abandoned');

-- One filling of the feeder.
create table loads (
  id bigint primary key generated always as identity,
  batch_id bigint not null references batches,
  device_id uuid not null references devices,
  state text not null default 'asked' check (state in ('asked', 'scanning', 'ended', 'failed', 'cancelled')),
  cancel_asked boolean not null default false,
  -- The device's own name for the scan job, so that a restarted worker goes on with it.
  remote_job text,
  trouble text,
  created_at timestamptz not null default now(),
  ended_at timestamptz
);
create index loads_by_batch on loads (batch_id, id);
create unique index one_running_load on loads (batch_id) where state in ('asked', 'scanning');

create table documents (
  id bigint primary key generated always as identity,
  batch_id bigint not null references batches,
  position int not null check (position > 0),
  type text,
  state text not null default 'open' check (state in ('open', 'indexed', 'checked', 'sent')),
  -- Named groups of the barcode that started it.
  barcode jsonb not null default '{}',
  fields jsonb not null default '{}',
  missing text[] not null default '{}',
  read_at timestamptz,
  filled_at timestamptz,
  indexed_by uuid references people,
  indexed_at timestamptz,
  built_at timestamptz,
  unique (batch_id, position)
);

-- One scanned side.
create table pages (
  id bigint primary key generated always as identity,
  batch_id bigint not null references batches,
  load_id bigint not null references loads,
  -- The side's place in its load, from 1; a side that is taken in twice is stored once.
  load_side int not null check (load_side > 0),
  position int not null check (position > 0),
  sheet int not null check (sheet > 0),
  side text not null check (side in ('front', 'back')),
  source text not null,
  source_page int not null default 1,
  blob text not null check (blob ~ '^[0-9a-f]{64}$'),
  media_type text not null,
  received_at timestamptz not null default now(),
  -- Found by the machine.
  evidence jsonb,
  trouble text,
  mono boolean not null default false,
  page_blob text,
  thumbnail_blob text,
  words jsonb,
  -- Said by a person.
  answer jsonb,
  answered_by uuid references people,
  answered_at timestamptz,
  -- Decided by splitting.
  fate text check (fate in ('kept', 'blank', 'separator', 'unreadable', 'held')),
  why text,
  heading boolean not null default false,
  -- A person must say something about this very side; sides held with it only wait.
  asks boolean not null default false,
  document_id bigint references documents on delete set null,
  unique (load_id, load_side),
  unique (batch_id, position),
  check ((fate is null) = (why is null)),
  check (document_id is null or fate = 'kept'),
  check (not asks or fate = 'held')
);
create index pages_by_document on pages (document_id, position);
create index pages_asking on pages (batch_id, position) where asks;

create table files (
  id bigint primary key generated always as identity,
  document_id bigint not null references documents,
  name text not null,
  media_type text not null,
  bytes bigint not null,
  sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
  unique (document_id, name)
);

-- The proof of one delivery.
create table slips (
  id bigint primary key generated always as identity,
  document_id bigint not null references documents,
  destination_id text not null,
  folder text not null default '',
  state text not null default 'waiting' check (state in ('waiting', 'delivered', 'failed')),
  place text,
  answer text,
  trouble text,
  attempts int not null default 0,
  created_at timestamptz not null default now(),
  delivered_at timestamptz,
  unique (document_id, destination_id, folder)
);
create index slips_newest on slips (id desc);

-- Workers number themselves; a job is held by the worker that is at it.
create sequence worker_numbers;
create table held_jobs (job uuid primary key, worker int not null);
