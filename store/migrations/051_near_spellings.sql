-- A few documents that have one word, at random where many do: fast enough to ask for hundreds of spellings, one after the other.
create function some_with(wanted tsquery) returns setof bigint language sql stable rows 300
  set enable_seqscan = off set enable_indexscan = off set gin_fuzzy_search_limit = 300 as $$
  select document_id from document_words where search @@ wanted
$$;
-- Words that are not in the index yet are looked through by each search: so few that hundreds of searches find nothing to wait for.
alter index document_words_by_search set (gin_pending_list_limit = 64);
