import { createError, getRequestHeader, type H3Event } from 'h3'
import type { Act } from '../core/model/rights'
import type { Person, Role, Scope } from '../shared/views/people'
import { isProved, personOfSession } from '../store/people/sessions'
import { batchOf, type Subject } from '../store/people/rights'
import { personByApiToken } from '../store/people/tokens'
import { hasSecondFactor } from '../store/people/secondFactor'
import { findOffice } from '../store/setup/office'
import { store } from './context'
import { panelOf } from './panel'
import { mustShow, sessionOf } from './session'
import { notThere } from './refusals'

export type { Subject }

/**
 * Who asks; 401 where nobody is signed in, or the session has ended, or is another screen's.
 * @param notes whether it is a sign that the person is there
 */
export async function requirePerson(event: H3Event, notes = true): Promise<Person> {
  const session = await sessionOf(event)
  const panel = session === null ? null : await panelOf(event)
  const person = session === null ? null : await personOfSession(store().sql, session, panel?.id ?? null, notes)
  if (!person) throw createError({ statusCode: 401, message: 'Sign in first.' })
  return person
}

/** Whom the program that asks acts for; 401 where it shows no token that is known, 403 where that has not this scope. */
export async function requireToken(event: H3Event, scope: Scope): Promise<{ person: Person; token: string }> {
  const shown = /^Bearer ([\w.~+/-]{1,200}=*)$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]
  const found = shown ? await personByApiToken(store().sql, shown) : null
  if (!found)
    throw createError({
      statusCode: 401,
      message: 'Show a token that was made under Set-up: “Authorization: Bearer …”. It may have been ended.',
    })
  if (!found.scopes.includes(scope))
    throw createError({ statusCode: 403, message: `This token has not the scope “${scope}”. Ask a steward for one that has.` })
  return found
}

export async function requireRole(event: H3Event, ...roles: Role[]): Promise<Person> {
  const person = await requirePerson(event)
  if (!person.roles.some(role => roles.includes(role))) {
    throw createError({ statusCode: 403, message: `This is for a ${roles.join(' or ')}. Ask a steward for that role.` })
  }
  const { secondFactor } = await findOffice(store().sql)
  if (mustShow(person, secondFactor) && !(await hasSecondFactor(store().sql, person.id)))
    throw createError({ statusCode: 403, message: 'The office asks a second factor of you. Set it up first, under your name.' })
  return person
}

/** What stewards change asks for their password again after so many minutes without such a change. */
const provedMinutes = 10

/** 403 where the one who asks has not shown their password lately: a desk that was left alone changes nothing. */
export async function requireProof(event: H3Event): Promise<void> {
  const session = await sessionOf(event)
  if (session !== null && (await isProved(store().sql, session, provedMinutes))) return
  throw createError({ statusCode: 403, message: 'Show your password again to go on: the last time is a while ago.', data: { proof: true } })
}

const actWords: Record<Act, string> = {
  scan: 'add to it or end it',
  fix: 'correct its pages',
  index: 'enter its values',
  check: 'check it',
  see: 'see what was filed',
  original: 'see what was blacked out on it',
}

/**
 * The batch to which a thing belongs, if the person may see it; else 404, so that nobody learns what others have.
 * @param act what they must be allowed there; 403 where they may only look
 */
export async function requireBatch(person: Person, subject: Subject, id: number, act?: Act): Promise<number> {
  const { sql } = store()
  const batch = await batchOf(sql, person, subject, id, act)
  if (batch !== null) return batch
  if (act === undefined || (await batchOf(sql, person, subject, id)) === null) throw notThere()
  throw createError({
    statusCode: 403,
    message: `You may look at this, but not ${actWords[act]}. Ask a steward, who says with the rubric who may.`,
  })
}
