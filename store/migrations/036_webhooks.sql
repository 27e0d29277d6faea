-- Programs that are told of changes by a call of ours. Calls go one after the other; a program that fails is tried again after its
-- pause, for a day.
create table webhooks (
  id uuid primary key default gen_random_uuid(),
  name text not null,
  address text not null,
  -- What signs the calls, sealed.
  secret jsonb not null,
  -- It is told of what this person may see.
  person uuid not null references people,
  events text[] not null check (events <@ array['batch', 'document', 'slip']),
  made_at timestamptz not null default now(),
  ended_at timestamptz,
  next_try timestamptz not null default now(),
  failures int not null default 0,
  failing_since timestamptz,
  trouble text,
  -- Calls that were given up after a day.
  given_up int not null default 0
);

create table webhook_calls (
  id bigint primary key generated always as identity,
  webhook_id uuid not null references webhooks on delete cascade,
  event text not null,
  thing bigint not null,
  batch_id bigint not null,
  at timestamptz not null default now(),
  -- On its way: what changes meanwhile is a call of its own.
  taken boolean not null default false
);
create unique index webhook_calls_once on webhook_calls (webhook_id, event, thing) where not taken;
create index webhook_calls_in_order on webhook_calls (webhook_id, id);
