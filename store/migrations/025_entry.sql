-- Who enters a document's values now; a lease that is not renewed lapses.
create table document_leases (
  document_id bigint primary key references documents (id) on delete cascade,
  person uuid not null references people (id),
  until timestamptz not null
);

-- What was typed on an entry card and is not kept as values yet. It hangs on the document's first page, as the document does.
create table entry_drafts (
  page_id bigint primary key references pages (id) on delete cascade,
  person uuid not null references people (id),
  pass int not null,
  typed jsonb not null,
  at timestamptz not null default now()
);

-- Of a document whose fields are keyed twice: whose turn it is, the first person's, the second's, or the third's who decides.
alter table documents add pass int not null default 1 check (pass between 1 and 3);
alter table entries add final boolean not null default false;
