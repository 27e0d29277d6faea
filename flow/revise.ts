import { isDeepStrictEqual } from 'node:util'
import type { PersonActing } from '../core/model/actor'
import type { Rubric } from '../core/rubric/rubric'
import { findRubric, newestRubric, rubricOfBatch } from '../store/setup/rubrics'
import type { Tx } from '../store/database'
import { inBatch, type Flow } from './inBatch'

export type Revised = 'done' | 'newest' | 'busy' | 'confirmed' | 'other pages'

/** How a side becomes pages: what was scanned under one cannot be shared out under another. */
const pagesOfSide = ({ clean: { spread, card } }: Rubric) => ({ spread, card })

/** The version with which a batch was begun, and the newest; null where there is no such batch. */
export async function versionsOfBatch(tx: Tx, id: number): Promise<{ from: number; to: number; before: Rubric; after: Rubric } | null> {
  const [row] = await tx<{ rubric: string; from: number }[]>`
    select rubric_id as rubric, rubric_version as "from" from batches where id = ${id}`
  const newest = row && (await newestRubric(tx, row.rubric))
  const after = newest && (await findRubric(tx, newest.id, newest.version))
  return row && newest && after ? { from: row.from, to: newest.version, before: await rubricOfBatch(tx, id), after } : null
}

/**
 * Has a batch go on under the newest version of its rubric: all its pages are examined again, and split, read and filled
 * as that says. What people corrected and typed stays, but for what it blackens. `busy` where the machine works on it or it has gone on,
 * `confirmed` where a document of it was, `other pages` where the versions make different pages of a side.
 */
export function reviseBatch(flow: Flow, actor: PersonActing, id: number): Promise<Revised> {
  return inBatch(flow, actor, id, async (batch): Promise<Revised> => {
    const { tx, queue } = batch
    const versions = await versionsOfBatch(tx, id)
    if (!versions || versions.from === versions.to) return 'newest'
    if (batch.state !== 'to fix' && batch.state !== 'to index') return 'busy'
    const confirmed = await tx`select 1 from documents where batch_id = ${id} and state <> 'open' limit 1`
    if (confirmed.length) return 'confirmed'
    if (!isDeepStrictEqual(pagesOfSide(versions.before), pagesOfSide(versions.after))) return 'other pages'
    await tx`update batches set rubric_version = ${versions.to} where id = ${id}`
    const pages = await tx<{ id: number }[]>`
      update pages set evidence = null, trouble = null, read_at = null where batch_id = ${id} and blob is not null returning id`
    await tx`update documents set filled_at = null, read_at = null where batch_id = ${id}`
    await queue.sendAll(
      tx,
      'examine',
      pages.map(page => ({ page: page.id })),
    )
    await batch.note({ what: 'new version', old: versions.from, new: versions.to })
    await batch.move('examine')
    return 'done'
  })
}
