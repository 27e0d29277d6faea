-- An opened book: one scanned side, two pages.
alter table pages add column half text check (half in ('left', 'right'));
-- A page of a PDF that was never paper: it keeps its own text and drawing.
alter table pages add column born_digital boolean not null default false;
-- How a page is kept and what it weighs, so that the next person sees what a choice costs.
alter table pages add column colour text check (colour in ('mono', 'grey', 'colour'));
alter table pages add column bytes int;

-- A load comes from a device, from files that somebody chose, or from a watched folder.
alter table loads alter column device_id drop not null;
alter table loads add column kind text not null default 'device' check (kind in ('device', 'files', 'folder'));
alter table loads add check (kind <> 'device' or device_id is not null);
-- Of files: what was taken in, under the name that it had.
alter table loads add column source text;
alter table loads add column blob text check (blob ~ '^[0-9a-f]{64}$');
alter table loads add check (kind = 'device' or (source is not null and blob is not null));
drop index one_running_load;
create unique index one_running_load on loads (batch_id) where state in ('asked', 'scanning') and kind = 'device';
-- A file that is sent twice because the answer was lost is taken in once.
alter table loads add column upload uuid unique;
-- Its sides are wanted by nobody: it was cancelled so.
alter table loads add column dropped boolean not null default false;
-- Why a side counts for nothing, decided while it was scanned.
alter table pages add column dropped text;
-- The page in whose place its sides are put, and each such side's.
alter table loads add column replaces bigint references pages;
alter table pages add column replaces bigint references pages;
-- The position of the first page in whose place it stands.
alter table pages add column stands_at int;

-- Said by a person before scanning: index values, where it goes, how it is scanned.
alter table batches add column given jsonb not null default '{}';
alter table batches add column sends jsonb not null default '[]';
alter table batches add column choices jsonb not null default '{}';

-- Of one person for one rubric.
create table remembered_choices (
  person uuid not null references people,
  rubric_id uuid not null references rubrics,
  choices jsonb not null,
  primary key (person, rubric_id)
);

create table addresses (
  id bigint primary key generated always as identity,
  name text not null check (name <> ''),
  mail text not null check (mail <> ''),
  added_by uuid references people,
  added_at timestamptz not null default now()
);
create unique index addresses_by_mail on addresses (lower(mail));

-- The touch screen at a device. A code pairs it; from then on it shows a token.
create table panels (
  id uuid primary key default gen_random_uuid(),
  device_id uuid not null unique references devices on delete cascade,
  code_hash text,
  code_until timestamptz,
  token_hash text unique,
  paired_at timestamptz,
  -- Of the badge reader beside it.
  reader_hash text
);
-- A badge that was held to the reader and that its panel has not taken up yet.
create table badge_taps (
  panel_id uuid primary key references panels on delete cascade,
  person uuid not null references people on delete cascade,
  tapped_at timestamptz not null default now()
);
-- Failed sign-ins, by whatever they must be counted by.
create table failed_sign_ins (who text not null, failed_at timestamptz not null default now());
create index failed_sign_ins_by_who on failed_sign_ins (who, failed_at);
-- A PIN or badge names its owner: found by a keyed digest, so that no list of them can be tried out.
alter table people add column pin_digest text unique;
alter table people add column badge_digest text unique;
alter table people drop column pin_hash;
alter table people drop column badge_hash;

create table watched_folders (
  id uuid primary key default gen_random_uuid(),
  path text not null unique,
  subfolders boolean not null default true,
  rubric_id uuid not null references rubrics,
  -- What becomes of a file that was taken in.
  after text not null check (after in ('remove', 'move')),
  owner uuid not null references people,
  paused boolean not null default false,
  trouble text,
  added_at timestamptz not null default now()
);
-- Every file that a watched folder gave, once however often it is seen.
create table watched_files (
  id bigint primary key generated always as identity,
  folder_id uuid not null references watched_folders on delete cascade,
  path text not null,
  sha256 text not null,
  -- Size and time when it was taken: a file that is put there anew has others.
  version text not null,
  batch_id bigint references batches,
  trouble text,
  -- Not yet moved away or removed.
  there boolean not null default true,
  taken_at timestamptz not null default now(),
  unique (folder_id, path, version)
);
-- Who gets the mail, where the destination sends mail.
alter table slips add column people text[] not null default '{}';
