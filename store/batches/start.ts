import type { Choices, ChosenSend } from '../../core/model/choices'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

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
export async function addBatch(tx: Tx, asked: NewBatch): Promise<number> {
  const [batch] = await tx<{ id: number }[]>`
    insert into batches (name, rubric_id, rubric_version, owner, given, sends, choices)
    values (${asked.name}, ${asked.rubric}, ${asked.version}, ${asked.owner}, ${tx.json(asked.given)}, ${tx.json(asked.sends)}, ${tx.json(asked.choices)})
    returning id`
  return batch!.id
}

/** Starts a batch with its first load; a worker then asks the device for its sides. */
export async function startBatch(sql: Sql, queue: Queue, asked: NewBatch & { device: string }): Promise<number> {
  return sql.begin(async (tx) => {
    const batch = await addBatch(tx, asked)
    await addLoadTo(tx, queue, batch, asked.device, atTheEnd)
    return batch
  })
}

/** Where a load's sides go instead of the batch's end: in a page's place, or to a document's end. */
export interface Target { replaces: number | null, joins: number | null }
const atTheEnd: Target = { replaces: null, joins: null }

/**
 * Another filling of the feeder for a batch that is still receiving, or for one of its pages or documents. False where the
 * batch takes none now, one is running, or the page or document that it is for is confirmed already.
 */
export async function addLoad(sql: Sql, queue: Queue, batch: number, device: string, { replaces, joins }: Target = atTheEnd): Promise<boolean> {
  return sql.begin(async (tx) => {
    const aimed = replaces !== null || joins !== null
    const states = aimed ? ['receiving', 'to fix', 'to index'] : ['receiving']
    const open = await tx`
      select 1 from batches
      where id = ${batch} and state = any(${states})
        and not exists (select 1 from loads where batch_id = ${batch} and state in ('asked', 'scanning'))
        and (${replaces}::bigint is null or exists (
          select 1 from pages left join documents on documents.id = document_id
          where pages.id = ${replaces} and pages.batch_id = ${batch} and coalesce(documents.state, 'open') = 'open'))
        and (${joins}::bigint is null or exists (select 1 from documents where id = ${joins} and batch_id = ${batch} and state = 'open'))
      for update`
    if (!open.length) return false
    // Sorted anew once the side is there.
    if (aimed) await tx`update batches set state = 'sorting' where id = ${batch} and state <> 'receiving'`
    await addLoadTo(tx, queue, batch, device, { replaces, joins })
    return true
  })
}

async function addLoadTo(tx: Tx, queue: Queue, batch: number, device: string, { replaces, joins }: Target): Promise<void> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, device_id, replaces, joins) values (${batch}, ${device}, ${replaces}, ${joins}) returning id`
  await queue.send(tx, 'receive', { load: load!.id })
  await tell(tx, { about: 'batch', batch })
}

/** A file for a batch that is still receiving, or for an open document of it, its bytes in the blob store already; a worker then takes its pages apart. False where the batch takes none. */
export async function addFile(sql: Sql, queue: Queue, batch: number, file: { upload: string, source: string, blob: string, kind: 'files' | 'folder', joins?: number | null }): Promise<boolean> {
  return sql.begin(async (tx) => {
    const open = await tx`
      select 1 from batches
      where id = ${batch} and (state = 'receiving' or (state in ('to fix', 'to index', 'sorting')
        and exists (select 1 from documents where id = ${file.joins ?? null} and batch_id = ${batch} and state = 'open')))
      for update`
    const known = await tx`select 1 from loads where upload = ${file.upload} and batch_id = ${batch}`
    if (known.length) return true
    if (!open.length) return false
    if (file.joins) await tx`update batches set state = 'sorting' where id = ${batch} and state <> 'receiving'`
    await addFileTo(tx, queue, batch, file)
    return true
  })
}

/** The same in a transaction; the batch's row must be locked or new. */
export async function addFileTo(tx: Tx, queue: Queue, batch: number, file: { upload: string, source: string, blob: string, kind: 'files' | 'folder', joins?: number | null }): Promise<void> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, kind, source, blob, upload, joins)
    values (${batch}, ${file.kind}, ${file.source}, ${file.blob}, ${file.upload}, ${file.joins ?? null})
    returning id`
  await queue.send(tx, 'receive', { load: load!.id })
  await tell(tx, { about: 'batch', batch })
}
