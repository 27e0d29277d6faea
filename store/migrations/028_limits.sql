-- Who is told by mail that a rubric's limit is near; where nobody is named, the stewards are.
create table rubric_told (
  rubric_id uuid not null references rubrics (id) on delete cascade,
  person uuid not null references people (id),
  primary key (rubric_id, person)
);
-- That they were told of this crossing, and of which; gone once nothing is near any more.
create table limit_warnings (
  rubric_id uuid primary key references rubrics (id) on delete cascade,
  strain text not null check (strain in ('near', 'full')),
  at timestamptz not null default now()
);
-- Since when a batch stands where it stands.
alter table batches add state_since timestamptz not null default now();
update batches set state_since = created_at;
