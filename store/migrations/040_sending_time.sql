-- A slip that goes with its whole batch, and a moment before which it does not go.
alter table slips add waits_for_batch boolean not null default false;
alter table slips add not_before timestamptz;
create index slips_waiting_for_batch on slips (document_id) where waits_for_batch;
