-- When each worker's event loop last came round.
create table worker_signs (worker int primary key, seen_at timestamptz not null default now());
