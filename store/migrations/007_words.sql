-- A page's words, once, with their lines, paragraphs and blocks, and what is searched; out of the rows that lists read.
create table page_words (
  page_id bigint primary key references pages on delete cascade,
  -- Rows of text, x, y, width, height (thousandths of an inch), sureness (thousandths), line, paragraph, block.
  words jsonb not null,
  plain text not null,
  search tsvector not null generated always as (to_tsvector('simple', plain)) stored
);
create index page_words_by_search on page_words using gin (search);

alter table pages add column read_at timestamptz;
insert into page_words (page_id, words, plain)
select pages.id,
  coalesce((
    select jsonb_agg(jsonb_build_array(
      word->>'text', round((word->>'x')::numeric * 1000), round((word->>'y')::numeric * 1000), round((word->>'width')::numeric * 1000),
      round((word->>'height')::numeric * 1000), round((word->>'confidence')::numeric * 1000), (word->>'line')::int, (word->>'line')::int, 0) order by at)
    from jsonb_array_elements(pages.words) with ordinality as one (word, at)), '[]'),
  coalesce((
    select string_agg(text, E'\n' order by line)
    from (
      select (word->>'line')::int as line, string_agg(word->>'text', ' ' order by at) as text
      from jsonb_array_elements(pages.words) with ordinality as one (word, at)
      group by 1) as lines), '')
from pages
where pages.words is not null;
update pages set read_at = now() where words is not null;
alter table pages drop column words;
