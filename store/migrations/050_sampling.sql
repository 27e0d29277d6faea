-- Where a rubric's batches pass by their samples again, after tightened inspection had refused five of them: since when, whose word
-- it was, and what was done about it.
create table sampling_resumed (
  rubric_id uuid primary key references rubrics on delete cascade,
  at timestamptz not null default now(),
  person uuid not null references people,
  why text not null
);
