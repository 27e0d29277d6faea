-- What a person decided of what is blacked out on a page, as it was examined with.
alter table pages add column redacted jsonb;

-- What was blacked out is seen by whoever has that right, where it is kept.
alter table rubric_rights drop constraint rubric_rights_acts_check;
alter table rubric_rights add constraint rubric_rights_acts_check
  check (acts <@ array['scan', 'fix', 'index', 'check', 'see', 'original'] and cardinality(acts) > 0);

-- Bytes that were scanned go when their time is over; the digest of what they were stays.
alter table pages add column digest text;
alter table loads add column digest text;
alter table loads drop constraint loads_check1;
alter table loads add constraint loads_have_bytes
  check (kind in ('device', 'pages') or (source is not null and coalesce(blob, digest) is not null));
-- Since when a batch is over, and who has it kept whole, with the reason.
alter table batches add column ended_at timestamptz;
update batches set ended_at = state_since where state in ('done', 'abandoned');
alter table batches add column whole jsonb;
create index batches_over on batches (ended_at) where ended_at is not null;
