import type { Sql } from '../database'

const mostFailures = 5
const withinMinutes = 10

/** Whether sign-ins under this name or at this panel failed too often lately. */
export async function lockedOut(sql: Sql, who: string): Promise<boolean> {
  const [row] = await sql<{ failures: number }[]>`
    select count(*)::int as failures from failed_sign_ins
    where who = ${who} and failed_at > now() - make_interval(mins => ${withinMinutes})`
  return (row?.failures ?? 0) >= mostFailures
}

export async function noteFailure(sql: Sql, who: string): Promise<void> {
  await sql`insert into failed_sign_ins (who) values (${who})`
  await sql`delete from failed_sign_ins where failed_at < now() - interval '1 day'`
}

/** Forgets failures: someone is in. */
export async function forgetFailures(sql: Sql, who: string): Promise<void> {
  await sql`delete from failed_sign_ins where who = ${who}`
}

export const lockOutWords = `Too many sign-ins failed here. Wait ${withinMinutes} minutes, or ask a steward.`
