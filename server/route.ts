import {
  createError,
  defineEventHandler,
  getQuery,
  getRouterParams,
  setResponseHeader,
  setResponseStatus,
  type EventHandler,
  type H3Event,
} from 'h3'
import { z } from 'zod'
import { byPerson, type PersonActing } from '../core/model/actor'
import type { Act } from '../core/model/rights'
import type { Person, Role, Scope } from '../shared/views/people'
import { requireBatch, requirePerson, requireProof, requireRole, requireToken, type Subject } from './access'
import { refuseOthers } from '../flow/inBatch'
import { store } from './context'
import { appendToTrail } from '../store/trail'
import { addressOf } from './session'
import { readSetting, settingChange } from './settings'
import type { SettingKind } from '../store/setup/settings'
import { heldToAnswer } from './heldToAnswer'
import { isPanel } from './panel'
import { bodyOf, checked } from './input'
import { notThere, problemOf, refusalOf } from './refusals'

/**
 * Who may: `anybody`, also without signing in; whoever is signed in; people with a role; or those who may see the thing
 * named by the path's `id` (and, with an act, do that), or change it and do this act in its batch. What one may not see is 404.
 */
export type May = 'anybody' | 'person' | Role | { see: Subject; act?: Act } | { change: Subject; act: Act }

type Signed<M> = M extends 'anybody' ? null : Person
type Within<M> = M extends { see: Subject } | { change: Subject } ? number : null

/** A thing of a batch is named by its number. */
type PathOf<M, P extends z.ZodType> = M extends { see: Subject } | { change: Subject } ? { id: number } & z.infer<P> : z.infer<P>

/** What a route works with: everything checked. */
export interface Asked<M extends May, P, Q, B> {
  event: H3Event
  person: Signed<M>
  /** The person as whoever makes a change; null where nobody is signed in. */
  actor: M extends 'anybody' ? null : PersonActing
  /** The batch that decides who may. */
  batch: Within<M>
  params: P
  query: Q
  body: B
}

export interface Route<M extends May, P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A> {
  /** What it does, in a sentence. */
  does: string
  may: M
  /** For other programs, which show a token with this scope instead of signing in; refusals go out as RFC 9457 has them. */
  scope?: Scope
  /** Where no thing of a batch is named. */
  params?: P
  query?: Q
  body?: B
  /** What a body may weigh, in bytes; `stream` where the route reads it itself, with a limit of its own. */
  most?: number | 'stream'
  /** What it answers; none where that is a file, or nothing. */
  answer?: z.ZodType<A>
  /** What stewards set by it, named by the path's `id` or the answer's: the trail keeps what it was and what it became. */
  setting?: SettingKind
  /** The status of an answer that is no refusal. */
  status?: number
  run: (asked: Asked<M, PathOf<M, P>, z.infer<Q>, z.infer<B>>) => Promise<A> | A
}

/** What tests and descriptions need to know of a route. */
export type RouteFacts = Pick<
  Route<May, z.ZodType, z.ZodType, z.ZodType, unknown>,
  'does' | 'may' | 'scope' | 'params' | 'query' | 'body' | 'most' | 'answer' | 'status'
>
export type RouteHandler = EventHandler & { facts: RouteFacts }

const Nothing = z.object({})
const numbered = z.object({ id: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER) })
/** A path with an identity in it. */
export const Identity = z.object({ id: z.uuid() })

/** Before anybody is signed in, a few kilobytes; else a megabyte. */
const mostBytes = { anybody: 8 * 1024, person: 1024 * 1024 }

/** The one way to make a route: who may, what comes in, what goes out. Refusals come out as sentences with their status. */
export function defineRoute<
  const M extends May,
  P extends z.ZodType = typeof Nothing,
  Q extends z.ZodType = typeof Nothing,
  B extends z.ZodType = typeof Nothing,
  A = unknown,
>(route: Route<M, P, Q, B, A>): RouteHandler {
  const { may } = route
  const subject = typeof may !== 'object' ? null : 'see' in may ? may.see : may.change
  const act = typeof may === 'object' && 'act' in may ? may.act : undefined
  const params = route.params ?? (subject === null ? Nothing : numbered)
  const handler = defineEventHandler(async event => {
    try {
      // Who asks comes first: nobody learns what a route takes without being let in.
      const { person, actor } = await whoAsks(event, may, route.scope)
      if (person) event.context.person = person.id
      // What cannot name anything is not there, as what names nothing.
      const named = params.safeParse(getRouterParams(event, { decode: true }))
      if (!named.success) throw notThere()
      const path = named.data
      const batch = subject === null ? null : await requireBatch(person!, subject, (path as { id: number }).id, act)
      if (batch !== null) event.context.batch = batch
      // Again in the transaction that changes it; here, so that nothing is read or looked up for nothing.
      if (batch !== null && actor && typeof may === 'object' && 'change' in may) await refuseOthers(store().sql, actor, batch)
      const query = route.query ? checked(route.query, getQuery(event)) : {}
      const most = route.most ?? (person ? mostBytes.person : mostBytes.anybody)
      const body = route.body && most !== 'stream' ? await bodyOf(event, route.body, most) : {}
      if (route.status) setResponseStatus(event, route.status)
      const asked = { event, person, actor, batch, params: path, query, body }
      const setting = route.setting
      const before = setting ? await readSetting(setting, idOf(path)) : null
      const answer = await route.run(asked as Asked<M, PathOf<M, P>, z.infer<Q>, z.infer<B>>)
      // Every setting that is changed has a name and a time, what it was and what it became; what is secret in it is not kept here.
      if (actor && isRole(may) && event.method !== 'GET') {
        const after = setting ? await readSetting(setting, idOf(path) || idOf(answer)) : null
        const change = setting ? settingChange(setting, before, after) : null
        const done = {
          does: route.does,
          path: event.path.split('?')[0],
          ...(setting ? { of: (after ?? before)?.name, ...change?.new } : {}),
        }
        await appendToTrail(store().sql, actor, { what: 'set up', old: change?.old ?? null, new: done }, addressOf(event))
      }
      heldToAnswer(route.does, route.answer, answer)
      return answer
    } catch (error) {
      const refusal = refusalOf(error)
      if (route.scope === undefined) throw refusal
      return problemOf(event, refusal)
    }
  })
  return Object.assign(handler, { facts: { ...route, params } })
}

/** The identity in a path or an answer; empty where there is none. */
const idOf = (holder: unknown): string => {
  const id = (holder as { id?: unknown } | null | undefined)?.id
  return typeof id === 'string' ? id : ''
}

const isRole = (may: May): may is Role => typeof may === 'string' && may !== 'anybody' && may !== 'person'

interface Asker {
  person: Person | null
  actor: PersonActing | null
}

async function whoAsks(event: H3Event, may: May, scope: Scope | undefined): Promise<Asker> {
  if (may === 'anybody') return { person: null, actor: null }
  if (scope !== undefined) {
    const { person, token } = await requireToken(event, scope)
    if (isRole(may) && !person.roles.includes(may)) throw refuse(403, `This is for a ${may}. Ask one for a token that acts for them.`)
    return { person, actor: { kind: 'token', person: person.id, token } }
  }
  const person = typeof may === 'string' && may !== 'person' ? await requireRole(event, may) : await requirePerson(event)
  if (may === 'steward' && event.method !== 'GET') await requireProof(event)
  return { person, actor: byPerson(person.id) }
}

/** An answer that is a file. */
export function sendFile(event: H3Event, mediaType: string, headers: Record<string, string> = {}): void {
  setResponseHeader(event, 'content-type', mediaType)
  setResponseHeader(event, 'cache-control', isPanel(event) ? 'no-store' : 'private, no-cache')
  for (const [name, value] of Object.entries(headers)) setResponseHeader(event, name, value)
}

/** An answer that is a picture of a side: it stays what it is, and only who may see it keeps it; a shared panel keeps none. */
export const sendPicture = (event: H3Event, mediaType: string) =>
  sendFile(event, mediaType, { 'cache-control': isPanel(event) ? 'no-store' : 'private, max-age=31536000, immutable' })

/** A refusal with a status of its own. */
export const refuse = (statusCode: number, message: string, data?: unknown) =>
  createError({ statusCode, message, ...(data === undefined ? {} : { data }) })
