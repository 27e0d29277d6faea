-- What holds for the whole office; one row.
create table office (
  single boolean primary key default true check (single),
  settings jsonb not null,
  -- A mail server's password, sealed.
  mail_secret jsonb,
  changed_at timestamptz not null default now()
);

-- People are never removed: the trail names them.
alter table people
  add column mail text,
  add column deactivated_at timestamptz,
  add column told_of_tries_at timestamptz;

-- Links by which a password is set, each once; only their digests are kept.
create table password_links (
  digest text primary key,
  person uuid not null references people,
  made_by uuid references people,
  made_at timestamptz not null default now(),
  used_at timestamptz
);
create index password_links_by_person on password_links (person);

-- A file that was set apart is not read to its end.
alter table watched_files alter column sha256 drop not null;

-- When a session's person last showed their password: what stewards change asks for it again.
alter table sessions add column proved_at timestamptz not null default now();
