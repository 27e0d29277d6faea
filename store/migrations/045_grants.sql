-- What a person's sign-in at a destination gave. The tokens are sealed.
create table grants (
  destination_id text primary key references destinations on delete cascade,
  person uuid not null references people,
  tokens jsonb not null,
  until timestamptz not null,
  granted_at timestamptz not null default now()
);
