import type { H3Event } from 'h3'
import { holderOf } from '../store/batches/holds'
import { maySee } from '../store/batches/list'
import type { Person, Role } from '../core/model/views'
import { personById } from '../store/people/people'
import { store } from './context'

/** Who asks; 401 where nobody is signed in, or they are no longer here. */
export async function requirePerson(event: H3Event): Promise<Person> {
  const { user } = await getUserSession(event)
  const person = user ? await personById(store().sql, user.id) : null
  if (!person) throw createError({ statusCode: 401, message: 'Sign in first.' })
  return person
}

export async function requireRole(event: H3Event, ...roles: Role[]): Promise<Person> {
  const person = await requirePerson(event)
  if (!person.roles.some(role => roles.includes(role))) {
    throw createError({ statusCode: 403, message: `This is for a ${roles.join(' or ')}. Ask a steward for that role.` })
  }
  return person
}

/** Who asks, if they may see the batch; else 404, so that nobody learns what others have. */
export async function requireBatch(event: H3Event, batch: number | null | undefined): Promise<Person> {
  const person = await requirePerson(event)
  if (batch == null || !await maySee(store().sql, person, batch)) throw notThere()
  return person
}

/** 409 where another person works on the batch now: two at once would undo each other's changes. */
export async function requireHold(person: Person, batch: number): Promise<void> {
  const holder = await holderOf(store().sql, batch)
  if (holder && holder.id !== person.id) throw conflict(`${holder.name} works on this batch now. You can look, or take it over on the ribbon.`)
}

export function notThere() {
  return createError({ statusCode: 404, message: 'There is nothing here, or it belongs to someone else.' })
}

/** What was asked cannot be done in the present state. */
export function conflict(message: string) {
  return createError({ statusCode: 409, message })
}
