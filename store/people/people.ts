import type { Person, Role } from '../../core/model/views'
import type { Sql, Tx } from '../database'
import { hashSecret, secretMatches } from './passwords'

export async function addPerson(tx: Tx, person: { name: string, password: string, pin: string, badge: string, roles: Role[] }): Promise<void> {
  await tx`
    insert into people (name, password_hash, pin_hash, badge_hash, roles)
    values (${person.name}, ${await hashSecret(person.password)}, ${await hashSecret(person.pin)}, ${await hashSecret(person.badge)}, ${person.roles})
    on conflict (name) do nothing`
}

// Takes as long as a wrong password does, so that nobody learns which names exist.
const nobody = hashSecret('nobody')

/** The person with this name and password, or null. */
export async function personByPassword(sql: Sql, name: string, password: string): Promise<Person | null> {
  const [found] = await sql<(Person & { password_hash: string })[]>`
    select id, name, roles, password_hash
    from people
    where lower(name) = lower(${name})`
  const matches = await secretMatches(password, found?.password_hash ?? await nobody)
  return found && matches ? { id: found.id, name: found.name, roles: found.roles } : null
}

/** The person as they are now, or null where they are gone; a session only says who they were. */
export async function personById(sql: Sql, id: string): Promise<Person | null> {
  const [found] = await sql<Person[]>`select id, name, roles from people where id = ${id}`
  return found ?? null
}
