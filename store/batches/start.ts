import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'

/** Starts a batch with its first load; a worker then asks the device for its sides. */
export async function startBatch(sql: Sql, queue: Queue, asked: { name: string, rubric: string, version: number, device: string, owner: string }): Promise<number> {
  return sql.begin(async (tx) => {
    const [batch] = await tx<{ id: number }[]>`
      insert into batches (name, rubric_id, rubric_version, owner)
      values (${asked.name}, ${asked.rubric}, ${asked.version}, ${asked.owner})
      returning id`
    await addLoadTo(tx, queue, batch!.id, asked.device)
    return batch!.id
  })
}

/** Another filling of the feeder for a batch that is still receiving. False where it is not, or one is running. */
export async function addLoad(sql: Sql, queue: Queue, batch: number, device: string): Promise<boolean> {
  return sql.begin(async (tx) => {
    const open = await tx`
      select 1 from batches
      where id = ${batch} and state = 'receiving'
        and not exists (select 1 from loads where batch_id = ${batch} and state in ('asked', 'scanning'))
      for update`
    if (!open.length) return false
    await addLoadTo(tx, queue, batch, device)
    return true
  })
}

async function addLoadTo(tx: Tx, queue: Queue, batch: number, device: string): Promise<void> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, device_id) values (${batch}, ${device}) returning id`
  await queue.send(tx, 'receive', { load: load!.id })
  await tell(tx, { about: 'batch', batch })
}
