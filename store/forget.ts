import type { Tx } from './database'

/** Forgets what nobody asks for any more: ended sessions, failures long ago, workers that are gone. */
export async function forgetOld(tx: Tx): Promise<void> {
  await tx`delete from sessions where made_at < now() - interval '90 days'`
  await tx`delete from sign_in_tries where last_at < now() - interval '1 day'`
  await tx`delete from password_links where made_at < now() - interval '90 days'`
  await tx`delete from worker_signs where seen_at < now() - interval '1 hour'`
  await tx`delete from job_deaths where died_at < now() - interval '30 days'`
  // As long as the queue keeps a job that failed, a person was told of it.
  await tx`delete from jobs_set_apart
    where set_apart_at < now() - interval '30 days' and not exists (select 1 from pgboss.job where id = job)`
}
