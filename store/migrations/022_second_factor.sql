-- A second factor by time (RFC 6238): its secret, sealed; one that is not confirmed yet; the step that was used last, since a
-- code counts once.
alter table people
  add column totp_secret jsonb,
  add column totp_pending jsonb,
  add column totp_step bigint;
