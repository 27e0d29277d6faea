-- Of jobs that had failed for good before, people were told then.
do $$
begin
  if to_regclass('pgboss.job') is not null then
    insert into jobs_set_apart (job) select id from pgboss.job where state = 'failed' on conflict do nothing;
  end if;
end $$;
