-- What the machine found for a field and did not take, with the reason.
alter table documents add candidates jsonb not null default '{}';

-- A long text or the rows of a table would not fit into an index's row; what is searched for is at their beginning.
create or replace function keep_document_values() returns trigger language plpgsql as $$
begin
  delete from document_values where document_id = new.id;
  insert into document_values (document_id, field, value, number, day)
  select new.id, key, left(value->>'value', 600),
    case when value->>'value' ~ '^-?\d{1,30}(\.\d{1,30})?$' then (value->>'value')::numeric end, value_as_day(value->>'value')
  from jsonb_each(new.fields)
  where value->>'value' is not null;
  return null;
end $$;

-- Somebody said that all files are in while one was still being taken apart: it is complete once the last is.
alter table batches add complete_asked_at timestamptz;

-- What a destination gets: files of some formats, or all where it says nothing. Files made before are sent to all.
alter table files add format text;
alter table slips add formats text[];
