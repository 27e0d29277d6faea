import { Examiners } from '../engine/examiners'
import { log, said } from '../log/log'
import { startTracing, traced } from '../log/trace'
import { openBlobs } from '../store/blobs/open'
import { learn } from './learn'
import { warnOfLimits } from './limits'
import { reconcile } from './reconcile'
import { keepTrail } from './trail'
import { tidyBlobs, tidyLock } from '../store/blobs/tidy'
import { openDatabase } from '../store/database'
import { addFigures } from '../store/figures'
import { forgetOldBytes } from '../flow/keep'
import { tryDue } from '../flow/pauses'
import { forgetOld } from '../store/forget'
import { forgetPrints } from '../store/printJobs'
import { giveSign } from '../store/readiness'
import { allowNetworks, usualNetworks } from '../reach/networks'
import { findOffice, followOffice } from '../store/setup/office'
import { checkDatabase } from '../store/schema'
import { Queue, steps, type Jobs, type Step } from '../store/queue'
import { readStoreSettings } from '../store/settings'
import { Chores } from './chores'
import type { Attempt, Work } from './context'
import { Leases } from './leases'
import { build } from './steps/build'
import { deliver } from './steps/deliver'
import { examine } from './steps/examine'
import { fill } from './steps/fill'
import { print } from './steps/print'
import { read } from './steps/read'
import { receive } from './steps/receive'
import { split } from './steps/split'
import { tryRubric } from './steps/try'
import { lastFailure } from './lastFailure'
import { Tally } from './tally'
import { FolderWatch } from './watch'
import { watchOver } from './watchdog'
import { tellPrograms } from './webhooks'

const handlers: { [S in Step]: (work: Work, data: Jobs[S], attempt: Attempt) => Promise<void> } = {
  receive,
  examine,
  split,
  read,
  fill,
  build,
  deliver,
  print,
  try: tryRubric,
}

/** Steps of which a worker does several at once: deliveries mostly wait for the other side. */
const together: Partial<Record<Step, number>> = { deliver: 3 }
const takeBackSeconds = 3
const silenceSeconds = 5
const signSeconds = 10
const keepLockSeconds = 1
const watchSeconds = 3
const tidyHours = 24
const firstTidyMinutes = 15
const limitSeconds = 30
const dueSeconds = 2
const trailSeconds = 10
const askSeconds = 60
const tellSeconds = 1
const learnSeconds = 60

watchOver()
const stopTracing = await startTracing('worker')
const settings = readStoreSettings(process.env)
const sql = openDatabase(settings.databaseUrl, settings.workerConnections)
await checkDatabase(sql, settings.workerConnections)
const queue = new Queue(settings.databaseUrl, 'worker')
const work: Work = { sql, queue, blobs: openBlobs(settings.blobs), examiners: new Examiners(1) }
await followOffice(sql, ({ networks }) => allowNetworks(networks ?? usualNetworks))
work.examiners.begin()
await queue.start()
const leases = await Leases.begin(sql, settings.databaseUrl)
const workers = new Map<Step, string[]>()
const tally = new Tally()

/** A job's data are numbers of things. */
function traceJob(step: Step, job: { id: string; retryCount: number; data: object }, since: number, failed?: string): void {
  const things = Object.entries(job.data as Record<string, unknown>).flatMap<[string, number]>(([key, value]) =>
    typeof value === 'number' ? [[`rubricator.${key}`, value]] : [],
  )
  const attributes = { 'rubricator.job': job.id, 'rubricator.try': job.retryCount + 1, ...Object.fromEntries(things) }
  traced({ name: step, kind: 'job', from: since, until: Date.now(), attributes, ...(failed === undefined ? {} : { failed }) })
}

async function start<S extends Step>(step: S): Promise<void> {
  const id = await queue.boss.work<Jobs[S]>(step, { batchSize: 1, includeMetadata: true, pollingIntervalSeconds: 5 }, async ([job]) => {
    if (!job) return
    const attempt = { last: job.retryCount >= job.retryLimit, again: job.retryCount > 0 }
    const since = Date.now()
    const begun = performance.now()
    const seconds = () => (performance.now() - begun) / 1000
    const line: Record<string, unknown> = { step, job: job.id, ...job.data }
    try {
      await leases.take(job.id)
      await handlers[step](work, job.data, attempt)
      tally.add(step, 'done', seconds())
      traceJob(step, job, since)
      log.debug({ ...line, ms: Math.round(seconds() * 1000) }, 'done')
    } catch (error) {
      tally.add(step, 'failed', seconds())
      traceJob(step, job, since, error instanceof Error ? error.name : 'failed')
      log.error({ ...line, try: job.retryCount + 1, ...said(error) }, 'a step failed')
      if (attempt.last && (await leases.setApart(job.id))) await lastFailure(work, step, job.data, error)
      throw error
    } finally {
      await leases.release(job.id).catch((error: unknown) => log.error({ ...line, ...said(error) }, 'letting go of a job'))
      // Another job may have come while this one ran.
      wake(step)
    }
  })
  workers.set(step, [...(workers.get(step) ?? []), id])
}

function wake(step: Step): void {
  for (const id of workers.get(step) ?? []) queue.boss.notifyWorker(id)
}

for (const step of steps) for (let lane = 0; lane < (together[step] ?? 1); lane++) await start(step)
await sql.listen(
  'rubricator_jobs',
  step => wake(step as Step),
  () => steps.forEach(wake),
)

const sign = async () => {
  await giveSign(sql, leases.worker)
  await addFigures(sql, tally.take())
}
await giveSign(sql, leases.worker)

/** Batches do not wait for ever for a job that ended without a word. */
async function tellOfSilence(): Promise<void> {
  for (const { id, step, data, died } of await leases.endedInSilence()) {
    const why = died ? 'three workers ended while they were at it' : 'it took too long, every time'
    if (await leases.setApart(id)) await lastFailure(work, step, data, new Error(why))
  }
}

// One worker does it, and no matter which.
async function tidy(): Promise<void> {
  await sql.begin(async tx => {
    const [row] = await tx<{ mine: boolean }[]>`select pg_try_advisory_xact_lock(${tidyLock}) as mine`
    if (!row?.mine) return
    await forgetOld(tx)
    await forgetPrints(tx, (await findOffice(tx)).printDays)
    const sides = await forgetOldBytes(work)
    log.info({ sides, ...(await tidyBlobs(sql, work.blobs, new Date())) }, 'old bytes and blobs that nothing names went')
  })
}

const watch = new FolderWatch(work)
const chores = new Chores()
chores.every(takeBackSeconds, 'taking back the jobs of dead workers', async () => {
  if (await leases.takeBack()) steps.forEach(wake)
})
chores.every(silenceSeconds, 'looking for jobs that ended', tellOfSilence)
chores.every(signSeconds, 'a sign of life', sign)
chores.every(keepLockSeconds, 'keeping the worker’s lock', () => leases.keepLock())
chores.every(tidyHours * 3600, 'tidying', tidy)
chores.every(limitSeconds, 'warning of limits', () => warnOfLimits(sql))
chores.every(dueSeconds, 'sending what is due', () => tryDue(sql, queue))
chores.every(trailSeconds, 'keeping the trail', () => keepTrail(sql))
chores.every(askSeconds, 'asking what destinations hold', () => reconcile(work))
chores.every(tellSeconds, 'telling programs', () => tellPrograms(sql))
chores.every(learnSeconds, 'learning from what people confirmed', () => learn(sql))
chores.every(watchSeconds, 'watching folders', () => watch.look())
// Also where workers are started anew every day.
const firstTidy = setTimeout(
  () => {
    tidy().catch((error: unknown) => log.error(said(error), 'tidying'))
  },
  firstTidyMinutes * 60 * 1000,
)

let stopping = false
async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  chores.stop()
  clearTimeout(firstTidy)
  await queue.stop()
  await addFigures(sql, tally.take()).catch((error: unknown) => log.error(said(error), 'the last figures'))
  work.examiners.dispose()
  await leases.end()
  await work.blobs.dispose()
  await sql.end({ timeout: 2 })
  await stopTracing()
  process.exit(0)
}
process.on('SIGTERM', () => void stop())
process.on('SIGINT', () => void stop())
process.on('disconnect', () => void stop())
process.send?.({ ready: true })
