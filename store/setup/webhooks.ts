import { randomBytes } from 'node:crypto'
import type { Person } from '../../shared/views/people'
import type { HookEvent, WebhookView } from '../../shared/views/setUp'
import { json, type Sql } from '../database'
import { opened, seal } from '../seal'

export interface NewWebhook {
  name: string
  address: string
  person: string
  events: readonly HookEvent[]
}

/** Adds a program that is told of changes; its secret is told once. */
export async function addWebhook(sql: Sql, { name, address, person, events }: NewWebhook): Promise<{ id: string; secret: string }> {
  const secret = randomBytes(32).toString('base64url')
  const [row] = await sql<{ id: string }[]>`
    insert into webhooks (name, address, secret, person, events)
    values (${name}, ${address}, ${json(sql, seal(secret))}, ${person}, ${[...events]})
    returning id`
  return { id: row!.id, secret }
}

/** Programs that are told, the newest first. */
export function listWebhooks(sql: Sql): Promise<WebhookView[]> {
  return sql<WebhookView[]>`
    select webhooks.id, webhooks.name, address, people.name as person, events, made_at as "madeAt", trouble,
      failing_since as "failingSince", given_up as "givenUp",
      (select count(*)::int from webhook_calls where webhook_id = webhooks.id) as waiting
    from webhooks
    join people on people.id = person
    where ended_at is null
    order by made_at desc`
}

/** Ends it, with what waits for it. False where it is none, or was ended. */
export function endWebhook(sql: Sql, id: string): Promise<boolean> {
  return sql.begin(async tx => {
    await tx`delete from webhook_calls where webhook_id = ${id}`
    return (await tx`update webhooks set ended_at = now() where id = ${id} and ended_at is null returning id`).length > 0
  })
}

/** A program with what it is to be told, in order. */
export interface DueWebhook {
  id: string
  name: string
  address: string
  secret: string
  person: Person
  failures: number
  calls: { id: number; event: HookEvent; thing: number; batch: number; at: string }[]
}

const hooksAtOnce = 10
const callsAtOnce = 50

/** Programs for which something waits and whose pause is over; for two minutes no other worker gets them. */
export async function takeDueWebhooks(sql: Sql): Promise<DueWebhook[]> {
  const rows = await sql<{ id: string; name: string; address: string; secret: unknown; failures: number; person: Person }[]>`
    with due as (
      update webhooks set next_try = now() + interval '2 minutes'
      where id in (
        select id from webhooks
        where ended_at is null and next_try <= now() and exists (select 1 from webhook_calls where webhook_id = webhooks.id)
        order by next_try
        limit ${hooksAtOnce}
        for update skip locked)
      returning id, name, address, secret, failures, person
    )
    select due.id, due.name, address, secret, failures,
      jsonb_build_object('id', people.id, 'name', people.name, 'roles', people.roles) as person
    from due
    join people on people.id = due.person and people.deactivated_at is null`
  return Promise.all(
    rows.map(async ({ secret, ...row }) => ({
      ...row,
      secret: String(opened(secret)),
      calls: await sql<DueWebhook['calls']>`
        update webhook_calls set taken = true
        where id in (select id from webhook_calls where webhook_id = ${row.id} order by id limit ${callsAtOnce})
        returning id, event, thing, batch_id as batch, at`.then(calls => [...calls].sort((a, b) => a.id - b.id)),
    })),
  )
}

/** It took a call, or need not have it. */
export const callDone = (sql: Sql, id: number) => sql`delete from webhook_calls where id = ${id}`

/** All that was due has gone: the next may at once. */
export const webhookTook = (sql: Sql, id: string) =>
  sql`update webhooks set next_try = now(), failures = 0, failing_since = null, trouble = null where id = ${id}`

/** A call failed: those behind it wait with it. What has waited for so many hours is given up, and counted. */
export async function webhookFailed(sql: Sql, id: string, trouble: string, pauseSeconds: number, hours: number): Promise<void> {
  await sql`
    with over as (
      delete from webhook_calls where webhook_id = ${id} and at < now() - make_interval(hours => ${hours}) returning 1
    )
    update webhooks
    set next_try = now() + make_interval(secs => ${pauseSeconds}), failures = failures + 1,
      failing_since = coalesce(failing_since, now()), trouble = ${trouble}, given_up = given_up + (select count(*)::int from over)
    where id = ${id}`
}
