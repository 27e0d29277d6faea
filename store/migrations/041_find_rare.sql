-- Documents by their words, through the index alone: what a word vector costs to unpack, the planner does not know, and it would
-- rather look into every document for a word that few have. At most so many, in no order.
create function documents_with(wanted tsquery, most int) returns setof bigint language sql stable rows 2000
  set enable_seqscan = off set enable_indexscan = off as $$
  select document_id from document_words where search @@ wanted limit most
$$;
-- Where a word is in many documents, they are looked into from the newest on: unpacked faster.
do $$ begin
  alter table document_words alter column search set compression lz4;
exception when feature_not_supported then null;
end $$;
create index documents_by_day on documents ((coalesce(indexed_at, filled_at)));
