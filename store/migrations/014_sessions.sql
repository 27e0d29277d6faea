-- Who is signed in, and where: at a desk, or at one panel. A cookie only says which row.
create table sessions (
  id uuid primary key default gen_random_uuid(),
  person uuid not null references people,
  panel uuid references panels on delete cascade,
  address text not null,
  made_at timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  ended_at timestamptz
);
create index sessions_by_person on sessions (person) where ended_at is null;

-- Tries to sign in, by what they are counted by; the next may come after a pause that grows.
drop table failed_sign_ins;
create table sign_in_tries (
  who text primary key,
  failures int not null,
  last_at timestamptz not null,
  next_at timestamptz not null
);
