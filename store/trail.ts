import type { Actor } from '../core/model/actor'
import { json, type Tx } from './database'

/** One line of the trail: what was done, to which thing, and what it was before and after. */
export interface Act {
  what: string
  batch?: number | null
  document?: number | null
  old?: unknown
  new?: unknown
}

/** Whoever did it; `nobody` is somebody who was not signed in. */
type Doer = Actor | { kind: 'nobody' }

/** Adds to the trail; nothing is ever taken out of it. @param address from where */
export async function appendToTrail(tx: Tx, actor: Doer, act: Act, address: string | null = null): Promise<void> {
  await tx`
    insert into trail (actor, person, what, batch_id, document_id, address, old, new)
    values (${actor.kind}, ${'person' in actor ? actor.person : null}, ${act.what}, ${act.batch ?? null}, ${act.document ?? null},
      ${address}, ${json(tx, act.old ?? null)}, ${json(tx, act.new ?? null)})`
}
