import type { PersonActing } from '../core/model/actor'
import { json } from '../store/database'
import { whoMayTake } from '../store/setup/rubricRights'
import { inBatch, type Flow } from './inBatch'

/** To whom work goes. */
export type Taker = { person: string } | { group: string }

export type HandedOver = 'done' | 'over' | 'not theirs'

/**
 * Gives a batch to another person, or to a group any of whose people may take it, with a word why.
 * `over` where nothing is left to do with it; `not theirs` where the taker may not work with its rubric.
 */
export function handOver(flow: Flow, actor: PersonActing, id: number, to: Taker, why: string): Promise<HandedOver> {
  return inBatch(flow, actor, id, async (batch): Promise<HandedOver> => {
    const { tx, state } = batch
    if (state === 'done' || state === 'abandoned') return 'over'
    const { people, groups } = await whoMayTake(tx, id)
    const taker = 'person' in to ? people.find(one => one.id === to.person) : groups.find(one => one.id === to.group)
    if (!taker) return 'not theirs'
    const [before] = await tx<{ owner: string; for_group: string | null }[]>`select owner, for_group from batches where id = ${id}`
    const handed = { by: actor.person, to: taker.name, at: new Date().toISOString(), why }
    if ('person' in to) await tx`update batches set owner = ${to.person}, for_group = null, handed = ${json(tx, handed)} where id = ${id}`
    else await tx`update batches set for_group = ${to.group}, handed = ${json(tx, handed)} where id = ${id}`
    // Whoever hands it over is done with it.
    await tx`delete from edit_locks where batch_id = ${id} and person = ${actor.person}`
    await batch.note({ what: 'hand over', old: before, new: { ...to, why } })
    return 'done'
  })
}

/** Makes a batch one's own: work that waits for a group, or of somebody who is away. False where nothing is left to do with it. */
export function takeOver(flow: Flow, actor: PersonActing, id: number): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    const { tx, state } = batch
    if (state === 'done' || state === 'abandoned') return false
    const [before] = await tx<{ owner: string; for_group: string | null }[]>`select owner, for_group from batches where id = ${id}`
    await tx`update batches set owner = ${actor.person}, for_group = null where id = ${id}`
    await batch.note({ what: 'take over', old: before, new: { owner: actor.person } })
    return true
  })
}
