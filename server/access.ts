import { createError, type H3Event } from 'h3'
import type { Person, Role } from '../core/model/views'
import { personById } from '../store/people/people'
import { batchOf, type Subject } from '../store/people/rights'
import { store } from './context'
import { notThere } from './refusals'

export type { Subject }

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

/** The batch to which a thing belongs, if the person may see it; else 404, so that nobody learns what others have. */
export async function requireBatch(person: Person, subject: Subject, id: number): Promise<number> {
  const batch = await batchOf(store().sql, person, subject, id)
  if (batch === null) throw notThere()
  return batch
}
