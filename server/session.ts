import type { H3Event } from 'h3'
import type { Person } from '../core/model/views'

/** Signs somebody in with this request. */
export async function signIn(event: H3Event, person: Person): Promise<void> {
  await replaceUserSession(event, { user: { id: person.id, name: person.name } })
}

export async function signOut(event: H3Event): Promise<void> {
  await clearUserSession(event)
}
