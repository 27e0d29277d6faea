-- When a destination is next asked whether it still holds what it took; null where it is not asked.
alter table slips add column ask_at timestamptz;
-- What arrived before is asked about over a month.
update slips set ask_at = now() + random() * interval '30 days' where state = 'delivered';
create index slips_to_ask on slips (ask_at) where ask_at is not null and state = 'delivered';
-- When it said last that it does.
alter table slips add column held_at timestamptz;

create index slips_of_destination on slips (destination_id, id);
create index slips_by_arrival on slips (delivered_at) where delivered_at is not null;
create index trail_of_refusals on trail (at) where what in ('deliver failed', 'no longer held');
