-- What a person changed on the ribbon, in order; undone ones wait for redo until the next change drops them.
create table corrections (
  id bigint primary key generated always as identity,
  batch_id bigint not null references batches,
  edit jsonb not null,
  undone boolean not null default false,
  person uuid not null references people,
  made_at timestamptz not null default now()
);
create index corrections_by_batch on corrections (batch_id, id);

-- Where a side stands in reading order; its position stays the place in which it was scanned.
alter table pages add column place int;
update pages set place = position;
alter table pages alter column place set not null;
create index pages_by_place on pages (batch_id, place);
drop index pages_by_document;
create index pages_by_document on pages (document_id, place);

-- Turned by a person, clockwise, besides what the rubric says.
alter table pages add column turned int not null default 0 check (turned in (0, 90, 180, 270));

-- A side that the device counts and that never got here has a row and a reason, but no bytes.
alter table pages alter column blob drop not null;

-- What business records answered, by system.
alter table documents add column lookups jsonb not null default '{}';
