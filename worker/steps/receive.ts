import type { Rubric } from '../../core/model/rubric'
import { DeviceError, scanSettings, type Device, type ScannedFile } from '../../devices/device'
import { esclDevice } from '../../devices/escl'
import { openSource, UnreadableError } from '../../engine/sources'
import { cancelAsked, findLoad, loadEnded, loadStarted, type LoadRow } from '../../store/batches/loads'
import { receiveFile, sidesOfLoad } from '../../store/pages/receive'
import { findDevice } from '../../store/setup/devices'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Work } from '../context'

/** One load: takes side after side from the device until it has no more. A restarted worker goes on with the same scan. */
export async function receive(work: Work, { load: id }: { load: number }): Promise<void> {
  const load = await findLoad(work.sql, id)
  if (!load || !['asked', 'scanning'].includes(load.state)) return
  const row = await findDevice(work.sql, load.device_id)
  const rubric = await rubricOfBatch(work.sql, load.batch_id)
  if (!row) return loadEnded(work.sql, load, 'failed', 'The device is no longer set up. Choose another one and load the paper again.')
  const device = esclDevice(row.name, row.address)
  try {
    const job = load.remote_job ?? await device.start(scanSettings(rubric))
    if (!load.remote_job) await loadStarted(work.sql, load, job)
    await takeAll(work, load, device, job, row.name, rubric)
  } catch (error) {
    if (!(error instanceof DeviceError)) throw error
    await loadEnded(work.sql, load, 'failed', error.message)
  }
}

async function takeAll(work: Work, load: LoadRow, device: Device, job: string, source: string, rubric: Rubric): Promise<void> {
  const twoSided = rubric.scan.sides === 'both'
  let sides = await sidesOfLoad(work.sql, load.id)
  for (;;) {
    if (await cancelAsked(work.sql, load.id)) {
      await device.cancel(job)
      return loadEnded(work.sql, load, 'cancelled', null)
    }
    const file = await device.next(job, rubric.scan.source)
    if (!file) return loadEnded(work.sql, load, 'ended', null)
    const blob = await work.blobs.put(file.bytes)
    const pages = await pagesIn(work, file, blob)
    await receiveFile(work.sql, work.queue, { load: load.id, batch: load.batch_id, loadSide: sides + 1, pages, twoSided, source, blob, mediaType: file.mediaType })
    sides += pages
  }
}

/** A file that cannot be opened is still one side: it is kept, and examining says what is wrong with it. */
async function pagesIn(work: Work, file: ScannedFile, blob: string): Promise<number> {
  if (file.mediaType.startsWith('image/jpeg')) return 1
  try {
    return (await openSource(work.blobs.path(blob))).pages
  } catch (error) {
    if (error instanceof UnreadableError) return 1
    throw error
  }
}
