import { randomInt } from 'node:crypto'
import type { PersonView, Role } from '../../shared/views/people'
import type { Sql, Tx } from '../database'
import { hashSecret } from './passwords'
import { digestOf, noPassword } from './people'
import { endSessionsOf } from './sessions'

/** Everybody, those who may not come in any more last. */
export function listPeople(sql: Sql): Promise<PersonView[]> {
  return sql<PersonView[]>`
    select id, name, mail, roles, deactivated_at is null as active, password_hash <> ${noPassword} as "hasPassword",
      pin_digest is not null as "hasPin", badge_digest is not null as "hasBadge",
      totp_secret is not null as "hasSecondFactor",
      (select max(seen_at) from sessions where person = people.id) as "seenAt"
    from people
    order by deactivated_at is not null, lower(name)`
}

export async function findPerson(sql: Tx, id: string): Promise<{ id: string; name: string; mail: string | null } | null> {
  const [row] = await sql<{ id: string; name: string; mail: string | null }[]>`
    select id, name, mail from people where id = ${id} and deactivated_at is null`
  return row ?? null
}

/** Adds a person who has yet to set a password; null where somebody has this name. */
export async function addNewPerson(tx: Tx, person: { name: string; mail: string | null; roles: Role[] }): Promise<string | null> {
  const [row] = await tx<{ id: string }[]>`
    insert into people (name, mail, password_hash, roles) values (${person.name}, ${person.mail}, ${noPassword}, ${person.roles})
    on conflict (lower(name)) do nothing
    returning id`
  return row?.id ?? null
}

export type Changed = 'changed' | 'not there' | 'name taken' | 'last steward'

/**
 * Changes who a person is and what they may. Whoever is deactivated is signed out everywhere, and their programs with them;
 * one steward stays.
 */
export async function changePerson(
  sql: Sql,
  id: string,
  to: { name: string; mail: string | null; roles: Role[]; active: boolean },
): Promise<Changed> {
  return sql.begin(async tx => {
    // Two stewards who take each other's role away come one after the other.
    await tx`lock table people in exclusive mode`
    const taken = await tx`select 1 from people where lower(name) = lower(${to.name}) and id <> ${id}`
    if (taken.length) return 'name taken'
    const stays = to.active && to.roles.includes('steward')
    const others = await tx`select 1 from people where id <> ${id} and deactivated_at is null and 'steward' = any(roles) limit 1`
    if (!stays && !others.length) return 'last steward'
    const changed = await tx`
      update people
      set name = ${to.name}, mail = ${to.mail}, roles = ${to.roles},
        deactivated_at = case when ${to.active} then null else coalesce(deactivated_at, now()) end
      where id = ${id}
      returning 1`
    if (!changed.length) return 'not there'
    if (!to.active) {
      await endSessionsOf(tx, id, null)
      await tx`update tokens set ended_at = now() where person = ${id} and ended_at is null`
    }
    return 'changed'
  })
}

/** Sets a person's password, and ends their sessions but for the one that asks. */
export async function setPassword(tx: Tx, id: string, password: string, keep: string | null): Promise<void> {
  await tx`update people set password_hash = ${await hashSecret(password)} where id = ${id}`
  await endSessionsOf(tx, id, keep)
}

/** Whether this is the person's password. */
export async function passwordHashOf(sql: Sql, id: string): Promise<string | null> {
  const [row] = await sql<{ hash: string }[]>`select password_hash as hash from people where id = ${id} and deactivated_at is null`
  return row?.hash ?? null
}

const pinTries = 20

/** Gives a person a new PIN that nobody else has, which is told once. */
export async function giveNewPin(tx: Tx, id: string, key: string): Promise<string> {
  for (let attempt = 0; attempt < pinTries; attempt++) {
    const pin = String(randomInt(100_000, 1_000_000))
    const digest = digestOf('pin', pin, key)
    const given = await tx`
      update people set pin_digest = ${digest}
      where id = ${id} and not exists (select 1 from people where pin_digest = ${digest})
      returning 1`
    if (given.length) return pin
  }
  throw new Error('No PIN was free in twenty tries.')
}

/** Gives a person a badge, or takes it away (null); false where another person has it. */
export async function giveBadge(tx: Tx, id: string, badge: string | null, key: string): Promise<boolean> {
  const digest = badge === null ? null : digestOf('badge', badge, key)
  const given = await tx`
    update people set badge_digest = ${digest}
    where id = ${id} and not exists (select 1 from people where badge_digest = ${digest} and id <> ${id})
    returning 1`
  return given.length > 0
}
