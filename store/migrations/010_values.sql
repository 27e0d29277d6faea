-- What was said of a document's values, by whom: appended, never changed. The machine's own has no person.
create table entries (
  id bigint primary key generated always as identity,
  document_id bigint not null references documents on delete cascade,
  pass int not null default 1 check (pass > 0),
  actor text not null check (actor in ('person', 'token', 'worker')),
  person uuid references people,
  fields jsonb not null,
  entered_at timestamptz not null default now(),
  check ((actor = 'worker') = (person is null))
);
create index entries_by_document on entries (document_id, id);
insert into entries (document_id, actor, person, fields, entered_at)
select id, case when indexed_by is null then 'worker' else 'person' end, indexed_by, fields, coalesce(indexed_at, filled_at, now())
from documents
where filled_at is not null
order by id;

-- What search needs of the values that hold: as text, and as a number or a day where they are one.
create table document_values (
  document_id bigint not null references documents on delete cascade,
  field text not null,
  value text not null,
  number numeric,
  day date,
  primary key (document_id, field)
);
create index document_values_by_text on document_values (field, lower(value) text_pattern_ops, document_id);
create index document_values_by_number on document_values (field, number, document_id) where number is not null;
create index document_values_by_day on document_values (field, day, document_id) where day is not null;

create function value_as_day(value text) returns date language plpgsql immutable as $$
begin
  return case when value ~ '^\d{4}-\d{2}-\d{2}$' then value::date end;
exception when others then
  return null;
end $$;
-- With the row that it is made of, so that no way of changing that can leave it behind.
create function keep_document_values() returns trigger language plpgsql as $$
begin
  delete from document_values where document_id = new.id;
  insert into document_values (document_id, field, value, number, day)
  select new.id, key, value->>'value',
    case when value->>'value' ~ '^-?\d{1,30}(\.\d{1,30})?$' then (value->>'value')::numeric end, value_as_day(value->>'value')
  from jsonb_each(new.fields)
  where value->>'value' is not null;
  return null;
end $$;
create trigger documents_keep_values after insert or update of fields on documents for each row execute function keep_document_values();
insert into document_values (document_id, field, value, number, day)
select documents.id, key, value->>'value',
  case when value->>'value' ~ '^-?\d{1,30}(\.\d{1,30})?$' then (value->>'value')::numeric end, value_as_day(value->>'value')
from documents, jsonb_each(fields)
where value->>'value' is not null;
