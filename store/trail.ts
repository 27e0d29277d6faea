import type { Actor } from '../core/model/actor'
import { json, type Tx } from './database'

/** One line of the trail: what was done, to which thing, and what it was before and after. */
export interface Act {
  what: string
  batch: number
  document?: number | null
  old?: unknown
  new?: unknown
}

/** Adds to the trail; nothing is ever taken out of it. */
export async function appendToTrail(tx: Tx, actor: Actor, act: Act): Promise<void> {
  await tx`
    insert into trail (actor, person, what, batch_id, document_id, old, new)
    values (${actor.kind}, ${actor.kind === 'worker' ? null : actor.person}, ${act.what}, ${act.batch}, ${act.document ?? null},
      ${json(tx, act.old ?? null)}, ${json(tx, act.new ?? null)})`
}
