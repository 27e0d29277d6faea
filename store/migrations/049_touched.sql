-- Whether somebody had a hand at a document's values, and all that is counted of documents in an index of its own: rows with
-- their values are long, and the overview of a year looks at each.
alter table documents add column touched boolean not null
  generated always as (jsonb_path_exists(fields, '$.*.from ? (@ == "person")')) stored;
create index documents_counted on documents (batch_id) include (id, type, state, touched, indexed_at, filled_at);
