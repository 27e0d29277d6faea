-- Words that people put right: kept by their place, since a page may be read again. `said` is empty where nothing stands there.
create table word_corrections (
  id bigint generated always as identity primary key,
  page_id bigint not null references pages (id) on delete cascade,
  x real not null,
  y real not null,
  width real not null,
  height real not null,
  -- How the page lay then.
  turned int not null,
  was text not null,
  said text not null,
  person uuid not null references people (id),
  at timestamptz not null default now()
);
create index word_corrections_by_page on word_corrections (page_id, id);

-- That its files open with a code alone; the code itself is forgotten once it is done.
alter table batches add protected boolean not null default false;
update batches set protected = true where choices ? 'protect';
