-- Which documents a second person checks, and what a batch's draw was: how many, why, by which seed, and how it ended.
alter table documents add drawn boolean not null default false;
-- What was wrong with a document that a checker sent back, until it is confirmed again.
alter table documents add returned jsonb;
alter table batches add lot jsonb;
-- Its documents may be filed: none is checked, all that were drawn are right, or somebody passed it without.
alter table batches add passed_at timestamptz;

create table verdicts (
  id bigint generated always as identity primary key,
  batch_id bigint not null references batches (id),
  document_id bigint not null references documents (id) on delete cascade,
  person uuid not null references people (id),
  correct boolean not null,
  kind text check (kind in ('value', 'type', 'pages', 'picture')),
  field text,
  note text,
  at timestamptz not null default now(),
  check (correct = (kind is null))
);
create index verdicts_by_document on verdicts (document_id, id);
create index verdicts_by_batch on verdicts (batch_id, id);

-- Batches that went on before there was checking passed.
update batches set passed_at = now() where state in ('sending', 'done', 'abandoned');
