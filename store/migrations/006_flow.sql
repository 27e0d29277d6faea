-- Hold is what a batch does when a step failed; who edits has the edit lock, who works on a job its lease. A place is
-- where something was delivered; where a page stands on the ribbon is its order.
alter table batch_holds rename to edit_locks;
alter table held_jobs rename to job_leases;
alter table pages rename column place to page_order;
alter index pages_by_place rename to pages_by_order;

-- Who did what to which thing, when, old and new.
create table trail (
  id bigint primary key generated always as identity,
  at timestamptz not null default now(),
  actor text not null check (actor in ('person', 'token', 'worker')),
  person uuid references people,
  what text not null,
  batch_id bigint references batches,
  document_id bigint,
  old jsonb,
  new jsonb,
  check ((actor = 'worker') = (person is null))
);
create index trail_by_batch on trail (batch_id, id);
create index trail_by_document on trail (document_id, id) where document_id is not null;
create function refuse_change_of_trail() returns trigger language plpgsql as $$
begin
  raise exception 'Nothing is ever taken out of the trail.';
end $$;
create trigger trail_stays before update or delete or truncate on trail execute function refuse_change_of_trail();
