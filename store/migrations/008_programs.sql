-- What other programs show instead of signing in: acts for one person, and sees what that person may see.
create table tokens (
  id uuid primary key default gen_random_uuid(),
  person uuid not null references people,
  name text not null check (name <> ''),
  digest text not null unique check (digest ~ '^[0-9a-f]{64}$'),
  scopes text[] not null check (scopes <@ array['capture', 'read', 'index', 'manage'] and cardinality(scopes) > 0),
  made_at timestamptz not null default now(),
  ended_at timestamptz
);
create index tokens_by_person on tokens (person);

-- The order in which loads were begun is the order of their pages, whichever arrives or is decoded first. A file's place is
-- kept from its first call on, before its bytes are there.
create sequence load_order;
alter table loads add column began bigint;
-- Loads of a batch keep the order that they had.
update loads set began = id;
select setval('load_order', coalesce((select max(id) from loads), 0) + 1);
alter table loads alter column began set not null, alter column began set default nextval('load_order');
create table begun_uploads (
  batch_id bigint not null references batches,
  upload text not null check (upload <> ''),
  began bigint not null default nextval('load_order'),
  primary key (batch_id, upload)
);
-- Other programs name their uploads as they like.
alter table loads drop constraint loads_upload_key;
alter table loads alter column upload type text;
alter table loads add unique (batch_id, upload);
-- Renumbered as a whole where a file that was begun earlier is taken apart later.
alter table pages drop constraint pages_batch_id_position_key;
alter table pages add unique (batch_id, position) deferrable initially immediate;
create index documents_by_type on documents (type, id);
