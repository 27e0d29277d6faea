import { log, said } from '../../log/log'
import { setTimeout as pause } from 'node:timers/promises'
import { worker } from '../../core/model/actor'
import type { Rubric } from '../../core/rubric/rubric'
import { afterBreak, DeviceError, scanSettings, type Device, type ScannedFile, type ScanSettings } from '../../devices/device'
import { esclDevice } from '../../devices/escl'
import { sortAgain } from '../../flow/complete'
import { loadEnded, loadStarted, loadWaits } from '../../flow/load'
import { dropLoneFront, firstPicture, noteLostSides, receiveFile, takeFileApart, type ReceivedFile } from '../../flow/receive'
import { cancelAsked, findLoad, knownJob, type LoadRow } from '../../store/batches/loads'
import { sidesOfLoad } from '../../store/pages/sidesOfLoad'
import { findDevice } from '../../store/setup/devices'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Attempt, Work } from '../context'
import { sidesIn } from '../sidesIn'
import { wordsOf } from '../lastFailure'
import { inTempFolder } from '../../engine/tempFolder'

const storeAttempts = 120

/** One load: takes side after side from the device until it has no more. A restarted worker goes on with the same scan. */
export async function receive(work: Work, { load: id }: { load: number }, attempt: Attempt): Promise<void> {
  const load = await findLoad(work.sql, id)
  if (!load || !['asked', 'scanning'].includes(load.state)) return
  const row = load.device_id === null ? null : await findDevice(work.sql, load.device_id)
  const rubric = await rubricOfBatch(work.sql, load.batch_id)
  if (load.kind !== 'device') {
    await takeFile(work, load, rubric)
    if (load.joins !== null) await sortAgain(work, worker, load.batch_id)
    return
  }
  if (!row) return loadEnded(work, load, 'failed', 'The device is no longer set up. Choose another one and load the paper again.')
  const device = esclDevice(row)
  try {
    const job = load.remote_job ?? (await orphanOf(work, device, attempt)) ?? (await device.start(settingsOf(load, rubric)))
    if (load.remote_job) await accountForLost(work, load, device, job, row.name, rubric)
    else await loadStarted(work, load, job)
    await takeAll(work, load, device, job, row.name, rubric)
  } catch (error) {
    if (!(error instanceof DeviceError)) throw error
    const sides = await sidesOfLoad(work.sql, load.id)
    const settings = settingsOf(load, rubric)
    if (settings.twoSided && sides % 2 === 1) await dropLoneFront(work, load)
    await loadEnded(work, load, 'failed', sides > 0 ? `${error.message} ${afterBreak(sides, settings)}` : error.message)
  }
  if (load.replaces !== null || load.joins !== null) await sortAgain(work, worker, load.batch_id)
}

/** A file's pages become sides: with both sides asked for, they alternate. */
async function takeFile(work: Work, load: LoadRow, rubric: Rubric): Promise<void> {
  const sides = await sidesIn(work, load.blob!, rubric, false)
  await takeFileApart(work, {
    load: load.id,
    batch: load.batch_id,
    sides,
    twoSided: rubric.scan.sides === 'both',
    paired: false,
    replaces: null,
    joins: load.joins,
    complete: load.kind === 'folder',
    source: load.source!,
    blob: load.blob!,
    mediaType: 'application/octet-stream',
  })
}

/** What is asked of the device; a page that is scanned again is one side. */
function settingsOf(load: LoadRow, rubric: Rubric): ScanSettings {
  const settings = scanSettings(rubric)
  return load.replaces === null ? settings : { ...settings, twoSided: false }
}

/** A scan that an earlier attempt started and died before it could note that. */
async function orphanOf(work: Work, device: Device, attempt: Attempt): Promise<string | null> {
  if (!attempt.again) return null
  for (const job of (await device.status()).jobs) {
    if (job.running && job.completed === 0 && !(await knownJob(work.sql, job.address))) return job.address
  }
  return null
}

/** Sides that the device has given and that an earlier attempt did not live to store. */
async function accountForLost(work: Work, load: LoadRow, device: Device, job: string, source: string, rubric: Rubric): Promise<void> {
  const known = (await device.status()).jobs.find(one => one.address === job)
  const lost = (known?.completed ?? 0) - (await sidesOfLoad(work.sql, load.id))
  if (lost > 0) await noteLostSides(work, load, lost, settingsOf(load, rubric).twoSided, source)
}

async function takeAll(work: Work, load: LoadRow, device: Device, job: string, source: string, rubric: Rubric): Promise<void> {
  const { twoSided } = settingsOf(load, rubric)
  let sides = await sidesOfLoad(work.sql, load.id)
  for (;;) {
    if (await cancelAsked(work.sql, load.id)) {
      await device.cancel(job)
      return loadEnded(work, load, 'cancelled', null)
    }
    const file = await device.next(job, rubric.scan.source)
    if (!file) return loadEnded(work, load, 'ended', null)
    sides += await storeSides(
      work,
      file,
      sides,
      {
        load: load.id,
        batch: load.batch_id,
        twoSided,
        paired: rubric.clean.card && rubric.scan.source === 'glass',
        replaces: load.replaces,
        joins: load.joins,
        source,
        mediaType: file.mediaType,
      },
      rubric,
    )
  }
}

/**
 * Stores sides that the device will not give again, though the database be away or the disk full for a while; a try
 * that broke off in the middle may have committed, so the sides are counted before another. Gives how many they are.
 */
async function storeSides(
  work: Work,
  scanned: ScannedFile,
  before: number,
  to: Omit<ReceivedFile, 'blob' | 'sides'>,
  rubric: Rubric,
): Promise<number> {
  for (let attempt = 1; ; attempt++) {
    try {
      const blob = await work.blobs.put(scanned.bytes)
      const sides = await sidesIn(work, blob, rubric, scanned.mediaType.startsWith('image/jpeg'))
      if (attempt > 1) await loadWaits(work, to, null)
      if (attempt === 1 || (await sidesOfLoad(work.sql, to.load)) === before) await receiveFile(work, { ...to, blob, sides })
      if (before === 0 && !rubric.redact) void showFirst(work, to.load, blob, rubric.scan.dpi)
      return sides.length
    } catch (error) {
      if (attempt === storeAttempts) throw error
      // Where the database is what is away, this cannot be told yet.
      if (attempt === 3)
        await loadWaits(
          work,
          to,
          `A side cannot be stored: ${wordsOf(error)}. Scanning waits for ${storeAttempts} seconds; nothing is lost.`,
        ).catch(() => undefined)
      await pause(1000)
    }
  }
}

/** Whoever stands at the device sees at once that paper comes in; examining gives the picture that is kept. */
async function showFirst({ sql, blobs, examiners }: Work, load: number, blob: string, dpi: number): Promise<void> {
  try {
    await inTempFolder(async folder => {
      const reply = await examiners.picture(await blobs.local(blob), { page: 1, dpi, as: 'thumbnail' }, folder)
      if (reply.outcome === 'pictured') await firstPicture(sql, load, await blobs.putFile(reply.file))
    })
  } catch (error) {
    log.error({ load, ...said(error) }, 'the first picture of a load')
  }
}
