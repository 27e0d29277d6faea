-- A device that shows a certificate which nobody vouches for shows this one, as a steward confirmed (SHA-256).
alter table devices
  add column certificate text check (certificate ~ '^[0-9a-f]{64}$'),
  -- What was scanned there keeps its name.
  add column removed_at timestamptz;
-- What was taken from it stays known.
alter table watched_folders add column removed_at timestamptz;
