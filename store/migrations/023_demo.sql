-- What the demo's week is made of, and how far it is; empty elsewhere.
create table demo_steps (
  step text primary key,
  batch bigint references batches,
  done_at timestamptz
);
