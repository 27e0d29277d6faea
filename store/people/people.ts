import { createHmac } from 'node:crypto'
import type { Person, Role } from '../../shared/views/people'
import type { Sql, Tx } from '../database'
import { hashSecret, secretMatches } from './passwords'

/** Adds a person; one of that name who has no PIN or badge yet gets these. */
export async function addPerson(
  tx: Tx,
  person: { name: string; password: string; pin: string; badge: string; roles: Role[]; mail?: string },
  key: string,
): Promise<void> {
  await tx`
    insert into people (name, password_hash, pin_digest, badge_digest, roles, mail)
    values (${person.name}, ${await hashSecret(person.password)}, ${digestOf('pin', person.pin, key)},
      ${digestOf('badge', person.badge, key)}, ${person.roles}, ${person.mail ?? null})
    on conflict (lower(name)) do update
    set pin_digest = coalesce(people.pin_digest, excluded.pin_digest), badge_digest = coalesce(people.badge_digest, excluded.badge_digest)`
}

/** A PIN or badge number as it is kept: digested with a key that is not in the database, since so short a secret could be tried out. */
export function digestOf(kind: 'pin' | 'badge', value: string, key: string): string {
  return createHmac('sha256', key)
    .update(`${kind}:${value.normalize('NFC').toUpperCase()}`)
    .digest('hex')
}

/** The person whose PIN or badge this is, or null. */
export async function personByToken(sql: Sql, kind: 'pin' | 'badge', value: string, key: string): Promise<Person | null> {
  const digest = digestOf(kind, value, key)
  const [found] = await sql<Person[]>`
    select id, name, roles from people
    where ${kind === 'pin' ? sql`pin_digest` : sql`badge_digest`} = ${digest} and deactivated_at is null`
  return found ?? null
}

/** In place of a password's digest, until its person has set one. */
export const noPassword = 'none'

// Takes as long as a wrong password does, so that nobody learns which names exist.
const nobody = hashSecret('nobody')

/** The person with this name and password, or null. */
export async function personByPassword(sql: Sql, name: string, password: string): Promise<Person | null> {
  const [found] = await sql<(Person & { password_hash: string })[]>`
    select id, name, roles, password_hash
    from people
    where lower(name) = lower(${name}) and deactivated_at is null`
  const matches = await secretMatches(password, found && found.password_hash !== noPassword ? found.password_hash : await nobody)
  return found && matches ? { id: found.id, name: found.name, roles: found.roles } : null
}

/** The identity of the person of this name; null where there is none. */
export async function personByName(sql: Tx, name: string): Promise<string | null> {
  const [found] = await sql<{ id: string }[]>`select id from people where lower(name) = lower(${name})`
  return found?.id ?? null
}

/** Stewards who have a mail address. */
export function stewardsToTell(sql: Tx): Promise<{ name: string; mail: string }[]> {
  return sql<{ name: string; mail: string }[]>`
    select name, mail from people
    where deactivated_at is null and mail is not null and 'steward' = any(roles)
    order by lower(name)`
}
