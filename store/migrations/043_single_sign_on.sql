-- A provider of OpenID Connect that vouches for people. Its secret is sealed.
create table single_sign_on (
  single boolean primary key default true check (single),
  settings jsonb not null,
  secret jsonb,
  changed_at timestamptz not null default now()
);

-- Whom it means by one of its subjects.
create table outside_subjects (
  issuer text not null,
  subject text not null,
  person uuid not null references people (id),
  linked_at timestamptz not null default now(),
  primary key (issuer, subject)
);
create index outside_subjects_by_person on outside_subjects (person);

-- Whoever the provider vouched for showed it what it asks for, a second factor included.
alter table sessions add outside boolean not null default false;
