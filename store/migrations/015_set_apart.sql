-- How often a job's worker died over it, and jobs that failed for good and of which a person was told.
create table job_deaths (job uuid primary key, deaths int not null, died_at timestamptz not null default now());
create table jobs_set_apart (job uuid primary key, set_apart_at timestamptz not null default now());
