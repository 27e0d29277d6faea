-- People who do the same work, by a name; a sign-on elsewhere may fill a group from what it says of a person.
create table groups (
  id uuid primary key default gen_random_uuid(),
  name text not null check (name <> ''),
  made_at timestamptz not null default now()
);
create unique index groups_by_name on groups (lower(name));
create table group_members (
  group_id uuid not null references groups on delete cascade,
  person uuid not null references people,
  primary key (group_id, person)
);
create index group_members_by_person on group_members (person);

-- Who may do what with a rubric's batches. An open one is everybody's, as far as their roles go.
alter table rubrics add column open boolean not null default true;
create table rubric_rights (
  id bigint primary key generated always as identity,
  rubric_id uuid not null references rubrics,
  person uuid references people,
  group_id uuid references groups,
  acts text[] not null check (acts <@ array['scan', 'fix', 'index', 'check', 'see'] and cardinality(acts) > 0),
  -- Only documents of these types, and not the batches in which they lie; null: all.
  types text[] check (cardinality(types) > 0),
  check ((person is null) <> (group_id is null))
);
create index rubric_rights_by_rubric on rubric_rights (rubric_id);

-- Work that was handed to a group waits for any of its people; the last word about it stays with the batch.
alter table batches
  add column for_group uuid references groups,
  add column handed jsonb;
create index batches_for_group on batches (for_group, id desc) where for_group is not null;
