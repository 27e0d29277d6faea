-- The evidence behind a margin note.
alter table pages add column note jsonb;
alter table pages add column by_hand boolean not null default false;

-- What somebody said of a page that asked is a change like any other, and can be undone.
insert into corrections (batch_id, edit, person, made_at)
select batch_id, jsonb_build_object('do', 'answer', 'page', id, 'answer', answer), answered_by, answered_at
from pages
where answer is not null and answered_by is not null
order by answered_at, id;
alter table pages drop column answer;
alter table pages drop column answered_by;
alter table pages drop column answered_at;

-- Sheets as the operator counted them.
alter table loads add column sheets_counted int check (sheets_counted > 0);
alter table batches add column expected jsonb not null default '{}';
-- Where expected and found differ, and what of it a person let pass.
alter table batches add column differences jsonb not null default '[]';
alter table batches add column accepted jsonb not null default '[]';
alter table batches add column accepted_by uuid references people;

-- Pages taken over from another batch.
alter table loads drop constraint loads_kind_check;
alter table loads add check (kind in ('device', 'files', 'folder', 'pages'));
alter table loads drop constraint loads_check1;
alter table loads add check (kind in ('device', 'pages') or (source is not null and blob is not null));

-- Who works on a batch now; the others look on.
create table batch_holds (
  batch_id bigint primary key references batches,
  person uuid not null references people,
  until timestamptz not null
);

-- Values that somebody entered for a document that a later change took away; undoing brings them back.
create table laid_by_values (
  batch_id bigint not null references batches,
  first_page bigint not null references pages,
  type text,
  fields jsonb not null,
  unique nulls not distinct (batch_id, first_page, type)
);

create table rubric_drafts (
  rubric_id uuid primary key references rubrics,
  body jsonb not null,
  from_version int not null,
  person uuid not null references people,
  saved_at timestamptz not null default now()
);
alter table rubric_versions add column person uuid references people;

-- A draft tried on a batch or on files; the outcome is looked at and forgotten.
create table tries (
  id uuid primary key default gen_random_uuid(),
  person uuid not null references people,
  body jsonb not null,
  batch_id bigint references batches,
  file_name text,
  file bytea,
  done int not null default 0,
  of int not null default 0,
  outcome jsonb,
  trouble text,
  cancelled boolean not null default false,
  begun_at timestamptz not null default now(),
  check ((batch_id is null) <> (file_name is null))
);

-- A finished document to which pages are added is made and sent again, as its next edition.
alter table documents add column edition int not null default 1 check (edition > 0);
alter table files add column edition int not null default 1;
alter table files drop constraint files_document_id_name_key;
alter table files add unique (document_id, name, edition);
alter table slips add column edition int not null default 1;
alter table slips drop constraint slips_document_id_destination_id_folder_key;
alter table slips add unique (document_id, destination_id, folder, edition);
-- The document to whose end a load's sides are put.
alter table loads add column joins bigint references documents on delete set null;
