-- What workers did, by step, since the copy was made: numbers that only grow, whichever worker did it.
create table step_figures (
  step text primary key,
  done bigint not null default 0,
  failed bigint not null default 0,
  seconds double precision not null default 0
);
