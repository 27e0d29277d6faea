-- When a delivery is tried next; null while it is under way, or over. Since when it is tried: a day of that, and a person decides.
alter table slips add column next_try timestamptz;
alter table slips add column tried_since timestamptz not null default now();
update slips set tried_since = created_at;
create index slips_to_try on slips (next_try) where next_try is not null and state = 'waiting';
create index slips_by_destination on slips (destination_id) where state = 'waiting';

-- A destination that failed several times in a row: nothing goes there until then, but one try.
create table destination_pauses (
  destination_id text primary key,
  failures int not null,
  since timestamptz not null default now(),
  until timestamptz,
  trouble text not null
);
