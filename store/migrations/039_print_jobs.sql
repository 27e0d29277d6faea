-- Where a device prints, where it does.
alter table devices add printer text;

-- Print jobs that people sent and that wait until they stand at a device. `blob` is empty before the bytes came and after the
-- paper is out.
create table print_jobs (
  id int primary key generated always as identity,
  person uuid not null references people (id),
  name text not null,
  state text not null default 'coming' check (state in ('coming', 'held', 'printing', 'printed', 'deleted')),
  blob text,
  bytes bigint,
  pages int,
  copies int not null default 1,
  sides text not null default 'two-sided-long-edge' check (sides in ('one-sided', 'two-sided-long-edge', 'two-sided-short-edge')),
  colour text not null default 'auto' check (colour in ('auto', 'color', 'monochrome')),
  device_id uuid references devices (id),
  -- Counts how often it was printed: each is another job for the printer.
  round int not null default 0,
  trouble text,
  sent_at timestamptz not null default now(),
  ended_at timestamptz
);
create index print_jobs_by_person on print_jobs (person, id) where state in ('held', 'printing');
create index print_jobs_by_blob on print_jobs (blob) where blob is not null;

alter table tokens drop constraint tokens_scopes_check;
alter table tokens add constraint tokens_scopes_check
  check (scopes <@ array['capture', 'read', 'index', 'manage', 'print'] and cardinality(scopes) > 0);
