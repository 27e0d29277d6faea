import type { Sql } from '../database'

/** How many failures are free, and the longest pause after them, in seconds. */
export interface Patience {
  free: number
  most: number
}

/** One failure is forgotten in so many seconds. */
const forgetSeconds = 300

/**
 * Takes a turn to try a secret, counted by `who`, in one statement: of forty tries at once, forty count. Gives the seconds
 * to wait where it is too early, else null. A turn counts as a failure until `turnWasRight`. After the free ones each
 * failure doubles the pause.
 */
export async function takeTurn(sql: Sql, who: string, { free, most }: Patience): Promise<number | null> {
  // One that waited for another's turn began before it: no time has passed for it.
  const forgotten = sql`greatest(0, floor(extract(epoch from now() - tries.last_at) / ${forgetSeconds})::int)`
  const failures = sql`greatest(0, tries.failures - ${forgotten}) + 1`
  const taken = await sql`
    insert into sign_in_tries as tries (who, failures, last_at, next_at)
    values (${who}, 1, now(), '-infinity')
    on conflict (who) do update
    set failures = ${failures}, last_at = now(),
      next_at = case when ${failures} < ${free} then tries.next_at
        else now() + make_interval(secs => least(${most}::float, power(2, least(20, ${failures} - ${free} + 1)))) end
    where tries.next_at <= now()
    returning 1`
  if (taken.length) return null
  const [row] = await sql<{ wait: number }[]>`
    select greatest(1, ceil(extract(epoch from next_at - now())))::int as wait from sign_in_tries where who = ${who}`
  return row?.wait ?? 1
}

/** The secret was right: the turn counts for nothing, and with `all` what failed before neither. */
export async function turnWasRight(sql: Sql, who: string, what: 'turn' | 'all'): Promise<void> {
  if (what === 'all') await sql`delete from sign_in_tries where who = ${who}`
  else await sql`update sign_in_tries set failures = greatest(0, failures - 1), next_at = '-infinity' where who = ${who}`
}

/** From this many failures on, whoever is of that name is told. */
const failuresToTell = 10

/** Whom to tell that sign-ins under their name fail, and notes that they are told; null where nobody is to be. */
export async function triesToTell(sql: Sql, name: string): Promise<{ name: string; mail: string } | null> {
  const [row] = await sql<{ name: string; mail: string }[]>`
    update people set told_of_tries_at = now()
    where lower(name) = lower(${name}) and mail is not null and deactivated_at is null
      and (told_of_tries_at is null or told_of_tries_at < now() - interval '1 day')
      and exists (select 1 from sign_in_tries where who = ${`name ${name.toLowerCase()}`} and failures >= ${failuresToTell})
    returning name, mail`
  return row ?? null
}

/** Who is made to wait now. */
export function waitingSignIns(sql: Sql): Promise<{ who: string; failures: number; until: string }[]> {
  return sql`select who, failures, next_at as until from sign_in_tries where next_at > now() order by next_at desc limit 100`
}
