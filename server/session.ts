import { isIP } from 'node:net'
import { getRequestHeader, getRequestIP, type H3Event } from 'h3'
import { byPerson } from '../core/model/actor'
import type { Office } from '../core/model/office'
import type { Person, SignedIn } from '../shared/views/people'
import { findOffice } from '../store/setup/office'
import { hasSecondFactor } from '../store/people/secondFactor'
import { personByName } from '../store/people/people'
import { beginSession, endSession } from '../store/people/sessions'
import { appendToTrail } from '../store/trail'
import { store } from './context'
import { publicUrl } from './ownAddress'

/** Signs somebody in with this request, at a panel or at a desk (null). @param outside whether a provider vouched for them */
export async function signIn(event: H3Event, person: Person, panel: string | null, outside = false): Promise<void> {
  await appendToTrail(
    store().sql,
    byPerson(person.id),
    { what: 'sign in', new: { at: panel === null ? 'desk' : 'panel', ...(outside ? { by: 'single sign-on' } : {}) } },
    addressOf(event),
  )
  const session = await beginSession(store().sql, person.id, panel, addressOf(event), outside)
  await replaceUserSession(event, { user: { id: person.id, name: person.name }, secure: { session } })
}

/** Notes that somebody tried to sign in and was not let in. @param name as it was typed; kept where somebody is called so */
export async function noteFailure(event: H3Event, name: string | null): Promise<void> {
  const { sql } = store()
  // What nobody is called may be a password in the wrong place.
  const known = name !== null && (await personByName(sql, name)) !== null
  await appendToTrail(sql, { kind: 'nobody' }, { what: 'sign in failed', new: known ? { name } : null }, addressOf(event))
}

/** What a screen is told of who is signed in. */
export async function signedIn(person: Person): Promise<SignedIn> {
  const { sql } = store()
  const [{ timeZone, habits, secondFactor }, has] = await Promise.all([findOffice(sql), hasSecondFactor(sql, person.id)])
  return { ...person, timeZone, habits, secondFactor: has ? 'shown' : mustShow(person, secondFactor) ? 'missing' : 'none' }
}

/** Whether the office asks a second factor of this person. */
export const mustShow = ({ roles, vouched }: Person, who: Office['secondFactor']) =>
  who === 'stewards' && roles.includes('steward') && !vouched

/** Ends the session for good: its cookie opens nothing any more, wherever it was copied to. */
export async function signOut(event: H3Event): Promise<void> {
  const session = await sessionOf(event)
  if (session !== null) {
    const person = await endSession(store().sql, session)
    if (person) await appendToTrail(store().sql, byPerson(person), { what: 'sign out' }, addressOf(event))
  }
  await clearUserSession(event)
}

/** Which session this request is made in; null where in none. */
export async function sessionOf(event: H3Event): Promise<string | null> {
  const { secure } = await getUserSession(event)
  return secure?.session ?? null
}

/** Where a request comes from, as sign-ins are counted. */
export function addressOf(event: H3Event): string {
  const from = getRequestIP(event) ?? 'somewhere'
  // What stands before us on this machine, and only that, is believed who came to it.
  const behind = publicUrl() !== null && /^(::ffff:)?127\.|^::1$/.test(from)
  const told = behind ? getRequestHeader(event, 'x-forwarded-for')?.split(',').at(-1)?.trim() : undefined
  return told && isIP(told) ? told : from
}
