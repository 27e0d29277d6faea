-- What a document is found by: its values, the names of its batch and files, its barcode, and the words of its pages. Beside
-- each word stands what it looks like (`~…`), so that a slip of the reading, or of whoever searches, is found, too.

-- What a word looks like: letters and digits that are taken for each other are one.
create function looks_of_word(word text) returns text language sql immutable strict parallel safe as $$
  select regexp_replace(
    translate(replace(replace(replace(word, 'rn', 'm'), 'vv', 'w'), 'cl', 'd'), '0q1lj58296hcu', 'ooiiisbzggnev'), '(.)\1+', '\1', 'g')
$$;

create aggregate joined_vectors (tsvector) (sfunc = tsvector_concat, stype = tsvector, initcond = '');

create table document_words (
  document_id bigint primary key references documents (id) on delete cascade,
  search tsvector not null
);

create function words_of_document(document bigint, most_pages int) returns tsvector language sql stable as $$
  with own as (
    select strip(
      to_tsvector('simple', concat_ws(' ', batches.name, documents.barcode->>'value',
        (select string_agg(value->>'value', ' ') from jsonb_each(documents.fields)),
        (select string_agg(name, ' ') from files where document_id = documents.id))) ||
      coalesce((select joined_vectors(strip(search)) from (
        select search from pages join page_words on page_id = pages.id
        where pages.document_id = documents.id order by page_order limit most_pages) as read), '')) as words
    from documents join batches on batches.id = batch_id
    where documents.id = document)
  select words || array_to_tsvector(array(
    select distinct '~' || looks_of_word(word) from unnest(tsvector_to_array(words)) as word where length(word) between 4 and 30))
  from own
$$;

-- Keeps what these documents are found by. A vector holds a megabyte: of a document with more words its first pages are
-- found, or its values alone.
create function refresh_document_words(documents bigint[]) returns void language plpgsql as $$
declare
  one bigint;
  most_pages int;
begin
  foreach one in array documents loop
    foreach most_pages in array array[100000, 100, 0] loop
      begin
        insert into document_words (document_id, search)
        select one, vector from words_of_document(one, most_pages) as vector where vector is not null
        on conflict (document_id) do update set search = excluded.search;
        exit;
      exception when program_limit_exceeded then
        -- With fewer pages, then.
      end;
    end loop;
  end loop;
end $$;

select refresh_document_words(array(select id from documents where filled_at is not null));
create index document_words_by_search on document_words using gin (search);

-- What somebody searches for again.
create table kept_searches (
  id bigint generated always as identity primary key,
  person uuid not null references people (id),
  name text not null check (length(name) between 1 and 80),
  query jsonb not null,
  unique (person, name)
);
