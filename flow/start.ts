import type { Actor } from '../core/model/actor'
import type { Choices, ChosenSend } from '../core/rubric/choices'
import { notify } from '../store/changes'
import { json, type Tx } from '../store/database'
import type { Queue } from '../store/queue'
import { appendToTrail } from '../store/trail'
import { loadRuns } from './complete'
import { inBatch, type Flow } from './inBatch'
import { placeOfUpload } from './order'

export interface NewBatch {
  name: string
  rubric: string
  version: number
  owner: string
  /** Index values that were asked before scanning. */
  given: Record<string, string>
  sends: ChosenSend[]
  choices: Choices
}

/** Starts a batch without a load. */
export async function addBatch(tx: Tx, actor: Actor, asked: NewBatch): Promise<number> {
  const [batch] = await tx<{ id: number }[]>`
    insert into batches (name, rubric_id, rubric_version, owner, given, sends, choices)
    values (${asked.name}, ${asked.rubric}, ${asked.version}, ${asked.owner}, ${json(tx, asked.given)}, ${json(tx, asked.sends)},
      ${json(tx, asked.choices)})
    returning id`
  // The code that opens its files is nobody's business.
  await appendToTrail(tx, actor, { what: 'start', batch: batch!.id, new: { name: asked.name, given: asked.given } })
  return batch!.id
}

/** Starts a batch with its first load; a worker then asks the device for its sides. */
export function startBatch({ sql, queue }: Flow, actor: Actor, asked: NewBatch & { device: string }): Promise<number> {
  return sql.begin(async tx => {
    const batch = await addBatch(tx, actor, asked)
    await addLoadTo(tx, queue, batch, asked.device, atTheEnd)
    await notify(tx, { about: 'batch', batch })
    return batch
  })
}

/** Where a load's sides go instead of the batch's end: in a page's place, or to a document's end. */
export interface Target {
  replaces: number | null
  joins: number | null
}
const atTheEnd: Target = { replaces: null, joins: null }

/**
 * Another filling of the feeder for a batch that is still receiving, or for one of its pages or documents. False where the
 * batch takes none now, one is running, or the page or document that it is for is confirmed already.
 */
export function addLoad(flow: Flow, actor: Actor, id: number, device: string, target: Target = atTheEnd): Promise<boolean> {
  const { replaces, joins } = target
  return inBatch(flow, actor, id, async batch => {
    const { tx } = batch
    const aimed = replaces !== null || joins !== null
    const states = aimed ? ['receiving', 'to fix', 'to index'] : ['receiving']
    if (!states.includes(batch.state) || (await loadRuns(batch))) return false
    const open = await tx`
      select 1
      where (${replaces}::bigint is null or exists (
          select 1 from pages left join documents on documents.id = document_id
          where pages.id = ${replaces} and pages.batch_id = ${id} and coalesce(documents.state, 'open') = 'open'))
        and (${joins}::bigint is null or exists (select 1 from documents where id = ${joins} and batch_id = ${id} and state = 'open'))`
    if (!open.length) return false
    // Sorted anew once the side is there.
    if (aimed && batch.state !== 'receiving') await batch.move('extend')
    await addLoadTo(tx, batch.queue, id, device, target)
    await batch.note({ what: 'load', new: { device, ...target } })
    return true
  })
}

async function addLoadTo(tx: Tx, queue: Queue, batch: number, device: string, { replaces, joins }: Target): Promise<void> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, device_id, replaces, joins) values (${batch}, ${device}, ${replaces}, ${joins}) returning id`
  await queue.send(tx, 'receive', { load: load!.id })
}

/** A file whose bytes are in the blob store already. */
export interface NewFile {
  upload: string
  source: string
  blob: string
  kind: 'files' | 'folder'
  joins?: number | null
}

/**
 * A file for a batch that is still receiving, or for an open document of it; a worker then takes its pages apart. The same
 * upload is taken once. False where the batch takes none.
 */
export function addFile(flow: Flow, actor: Actor, id: number, file: NewFile): Promise<boolean> {
  return inBatch(flow, actor, id, async batch => {
    const known = await batch.tx`select 1 from loads where upload = ${file.upload} and batch_id = ${id}`
    if (known.length) return true
    if (batch.state !== 'receiving') {
      const open = await batch.tx`select 1 from documents where id = ${file.joins ?? null} and batch_id = ${id} and state = 'open'`
      if (!batch.may('extend') || !open.length) return false
      await batch.move('extend')
    }
    await addFileTo(batch.tx, batch.queue, id, file, await placeOfUpload(batch, file.upload))
    await batch.note({ what: 'file', new: { source: file.source, sha256: file.blob } })
    return true
  })
}

/** The same in a transaction; the batch's row must be locked or new. @param began its place among the loads; the last where it is null */
export async function addFileTo(tx: Tx, queue: Queue, batch: number, file: NewFile, began: number | null = null): Promise<void> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, kind, source, blob, upload, joins, began)
    values (${batch}, ${file.kind}, ${file.source}, ${file.blob}, ${file.upload}, ${file.joins ?? null}, coalesce(${began},
      nextval('load_order')))
    returning id`
  await queue.send(tx, 'receive', { load: load!.id })
}
