-- What was learned of a rubric's paper from what people confirmed: what marks its types, and where its fields' values stand.
-- Without a model it was forgotten, and what was confirmed before `since` does not count any more.
create table learned (
  rubric_id uuid not null references rubrics (id) on delete cascade,
  what text not null check (what in ('types', 'place')),
  type text not null default '',
  field text not null default '',
  model jsonb,
  since timestamptz,
  learned_at timestamptz not null default now(),
  primary key (rubric_id, what, type, field)
);

-- Up to when confirmed documents were looked at.
create table learning (
  only_one boolean primary key default true check (only_one),
  looked_at timestamptz not null
);
insert into learning (looked_at) values (now() - interval '90 days');

-- What is tried: how a draft splits pages, or what its files come to.
alter table tries add what text not null default 'split' check (what in ('split', 'files'));

-- Suggestions that somebody does not want to see again.
create table dismissed_suggestions (
  rubric_id uuid not null references rubrics (id) on delete cascade,
  key text not null,
  person uuid not null references people (id),
  at timestamptz not null default now(),
  primary key (rubric_id, key)
);

-- Why a document is of its type, where nothing but its likeness to others says so.
alter table documents add type_why text;
