import type { Person, SessionView } from '../../shared/views/people'
import type { Sql, Tx } from '../database'

/** Hours that a session lasts, whatever is done; minutes without a sign of its person after which it ends, by where it is. */
const mostHours = 12
const idleMinutes = { desk: 120, panel: 5 }

const lives = (sql: Sql) => sql`(ended_at is null and made_at > now() - make_interval(hours => ${mostHours})
  and seen_at > now() - make_interval(mins => case when panel is null then ${idleMinutes.desk}::int else ${idleMinutes.panel}::int end))`

/** Begins a session, at a panel or at a desk (null), and gives what its cookie says. */
export async function beginSession(sql: Sql, person: string, panel: string | null, address: string, outside = false): Promise<string> {
  const [row] = await sql<{ id: string }[]>`
    insert into sessions (person, panel, address, outside) values (${person}, ${panel}, ${address}, ${outside}) returning id`
  return row!.id
}

/**
 * Whose session this is; null where it has ended, or is another screen's. At a panel they see their own work only, whatever
 * else they may do at a desk.
 * @param panel the panel that asks, null where it is none
 * @param notes whether this is a sign of the person: a page that only listens gives none
 */
export async function personOfSession(sql: Sql, id: string, panel: string | null, notes = true): Promise<Person | null> {
  const [row] = await sql<(Person & { panel: string | null; outside: boolean; old: boolean })[]>`
    select people.id, name, roles, panel, outside, seen_at < now() - interval '20 seconds' as old
    from sessions
    join people on people.id = person
    where sessions.id = ${id} and deactivated_at is null and ${lives(sql)}`
  if (!row || (row.panel !== null && row.panel !== panel)) return null
  if (notes && row.old) await sql`update sessions set seen_at = now() where id = ${id} and ended_at is null`
  return {
    id: row.id,
    name: row.name,
    ...(row.panel === null
      ? { roles: row.roles, ...(row.outside ? { vouched: true as const } : {}) }
      : { roles: ['clerk'], atPanel: true as const }),
  }
}

export async function endSession(sql: Sql, id: string): Promise<string | null> {
  const [ended] = await sql<{ person: string }[]>`
    update sessions set ended_at = now() where id = ${id} and ended_at is null returning person`
  return ended?.person ?? null
}

/** Ends all of a person's sessions, but for one that they keep. */
export async function endSessionsOf(tx: Tx, person: string, but: string | null): Promise<void> {
  await tx`update sessions set ended_at = now() where person = ${person} and ended_at is null and id is distinct from ${but}::uuid`
}

/** Notes that the person of a session showed their password just now. */
export async function noteProof(sql: Sql, id: string): Promise<void> {
  await sql`update sessions set proved_at = now() where id = ${id}`
}

/** Whether the person of a session showed their password, or made another change that asks for it, within the last minutes. */
export async function isProved(sql: Sql, id: string, minutes: number): Promise<boolean> {
  const proved = await sql`
    update sessions set proved_at = now() where id = ${id} and proved_at > now() - make_interval(mins => ${minutes}) returning 1`
  return proved.length > 0
}

/** Ends one of a person's own sessions, or anybody's (null); whether there was one. */
export async function endSessionOf(sql: Sql, id: string, person: string | null): Promise<boolean> {
  const ended = await sql`
    update sessions set ended_at = now()
    where id = ${id} and ended_at is null and (${person}::uuid is null or person = ${person})
    returning 1`
  return ended.length > 0
}

/** Where a person, or anybody (null), is signed in. */
export function listSessions(sql: Sql, person: string | null, own: string | null): Promise<SessionView[]> {
  return sql<SessionView[]>`
    select sessions.id, people.name as person, devices.name as panel, sessions.address, made_at as "madeAt", seen_at as "seenAt",
      sessions.id is not distinct from ${own}::uuid as own
    from sessions
    join people on people.id = person
    left join panels on panels.id = panel
    left join devices on devices.id = device_id
    where (${person}::uuid is null or person = ${person}) and ${lives(sql)}
    order by seen_at desc
    limit 200`
}
