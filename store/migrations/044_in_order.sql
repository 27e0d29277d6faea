-- Some destinations number what they get: there it goes one after the other, as it was filed.
alter table destinations add column in_order boolean not null default false;
create index slips_before on slips (destination_id, id) where state = 'waiting';
