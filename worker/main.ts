import { Examiners } from '../engine/examiners'
import { openBlobs } from '../store/blobs/open'
import { warnOfLimits } from './limits'
import { reconcile } from './reconcile'
import { keepTrail } from './trail'
import { tidyBlobs, tidyLock } from '../store/blobs/tidy'
import { openDatabase } from '../store/database'
import { forgetOldBytes } from '../flow/keep'
import { tryDue } from '../flow/pauses'
import { forgetOld } from '../store/forget'
import { giveSign } from '../store/readiness'
import { allowNetworks, usualNetworks } from '../reach/networks'
import { followOffice } from '../store/setup/office'
import { checkDatabase } from '../store/schema'
import { Queue, steps, type Jobs, type Step } from '../store/queue'
import { readStoreSettings } from '../store/settings'
import type { Attempt, Work } from './context'
import { Leases } from './leases'
import { build } from './steps/build'
import { deliver } from './steps/deliver'
import { examine } from './steps/examine'
import { fill } from './steps/fill'
import { read } from './steps/read'
import { receive } from './steps/receive'
import { split } from './steps/split'
import { tryRubric } from './steps/try'
import { lastFailure } from './lastFailure'
import { FolderWatch } from './watch'
import { watchOver } from './watchdog'

const handlers: { [S in Step]: (work: Work, data: Jobs[S], attempt: Attempt) => Promise<void> } = {
  receive,
  examine,
  split,
  read,
  fill,
  build,
  deliver,
  try: tryRubric,
}

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

watchOver()
const settings = readStoreSettings(process.env)
const sql = openDatabase(settings.databaseUrl, settings.workerConnections)
await checkDatabase(sql, settings.workerConnections)
const queue = new Queue(settings.databaseUrl, 'worker')
const work: Work = { sql, queue, blobs: openBlobs(settings.blobs), examiners: new Examiners(1) }
await followOffice(sql, ({ networks }) => allowNetworks(networks ?? usualNetworks))
work.examiners.begin()
await queue.start()
const leases = await Leases.begin(sql, settings.databaseUrl)
const workers = new Map<Step, string>()

async function start<S extends Step>(step: S): Promise<void> {
  const id = await queue.boss.work<Jobs[S]>(step, { batchSize: 1, includeMetadata: true, pollingIntervalSeconds: 5 }, async ([job]) => {
    if (!job) return
    const attempt = { last: job.retryCount >= job.retryLimit, again: job.retryCount > 0 }
    try {
      await leases.take(job.id)
      await handlers[step](work, job.data, attempt)
    } catch (error) {
      console.error(`${step} ${JSON.stringify(job.data)}: ${error instanceof Error ? error.stack : String(error)}`)
      if (attempt.last && (await leases.setApart(job.id))) await lastFailure(work, step, job.data, error)
      throw error
    } finally {
      await leases.release(job.id).catch((error: unknown) => console.error(`Letting go of ${step}: ${String(error)}`))
      // Another job may have come while this one ran.
      wake(step)
    }
  })
  workers.set(step, id)
}

function wake(step: Step): void {
  const id = workers.get(step)
  if (id) queue.boss.notifyWorker(id)
}

for (const step of steps) await start(step)
await sql.listen(
  'rubricator_jobs',
  step => wake(step as Step),
  () => steps.forEach(wake),
)

const timer = setInterval(() => {
  leases
    .takeBack()
    .then(count => count && steps.forEach(wake))
    .catch((error: unknown) => console.error(`Taking back jobs: ${String(error)}`))
}, takeBackSeconds * 1000)

/** Batches do not wait for ever for a job that ended without a word. */
async function tellOfSilence(): Promise<void> {
  for (const { id, step, data, died } of await leases.endedInSilence()) {
    const why = died ? 'three workers ended while they were at it' : 'it took too long, every time'
    if (await leases.setApart(id)) await lastFailure(work, step, data, new Error(why))
  }
}
const silenceTimer = setInterval(() => {
  tellOfSilence().catch((error: unknown) => console.error(`Looking for jobs that ended: ${String(error)}`))
}, silenceSeconds * 1000)

const sign = () => {
  giveSign(sql, leases.worker).catch((error: unknown) => console.error(`A sign of life: ${String(error)}`))
}
sign()
const signTimer = setInterval(sign, signSeconds * 1000)

let locking = false
const lockTimer = setInterval(() => {
  if (locking) return
  locking = true
  leases
    .keepLock()
    .catch((error: unknown) => console.error(`Keeping the worker's lock: ${String(error)}`))
    .finally(() => (locking = false))
}, keepLockSeconds * 1000)

// One worker does it, and no matter which.
async function tidy(): Promise<void> {
  await sql.begin(async tx => {
    const [row] = await tx<{ mine: boolean }[]>`select pg_try_advisory_xact_lock(${tidyLock}) as mine`
    if (!row?.mine) return
    await forgetOld(tx)
    const sides = await forgetOldBytes(work)
    if (sides) console.log(`The bytes of ${sides} sides went, as their rubrics say.`)
    const { seen, removed } = await tidyBlobs(sql, work.blobs, new Date())
    console.log(`The blob store was tidied: ${removed} of ${seen} blobs were named by nothing.`)
  })
}
const tidyNow = () => {
  tidy().catch((error: unknown) => console.error(`Tidying the blob store: ${String(error)}`))
}
// Also where workers are started anew every day.
const firstTidy = setTimeout(tidyNow, firstTidyMinutes * 60 * 1000)
const tidyTimer = setInterval(tidyNow, tidyHours * 3600 * 1000)

const limitsTimer = setInterval(() => {
  warnOfLimits(sql).catch((error: unknown) => console.error(`Limits: ${String(error)}`))
}, limitSeconds * 1000)

const dueTimer = setInterval(() => {
  tryDue(sql, queue).catch((error: unknown) => console.error(`Deliveries that are due: ${String(error)}`))
}, dueSeconds * 1000)

const trailTimer = setInterval(() => {
  keepTrail(sql).catch((error: unknown) => console.error(`Keeping the trail: ${String(error)}`))
}, trailSeconds * 1000)

const askTimer = setInterval(() => {
  reconcile(work).catch((error: unknown) => console.error(`Asking what destinations hold: ${String(error)}`))
}, askSeconds * 1000)

const watch = new FolderWatch(work)
const watchTimer = setInterval(() => {
  watch.look().catch((error: unknown) => console.error(`Watching folders: ${String(error)}`))
}, watchSeconds * 1000)

let stopping = false
async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  clearInterval(timer)
  clearInterval(silenceTimer)
  clearInterval(signTimer)
  clearInterval(lockTimer)
  clearInterval(watchTimer)
  clearInterval(tidyTimer)
  clearTimeout(firstTidy)
  clearInterval(limitsTimer)
  clearInterval(dueTimer)
  clearInterval(trailTimer)
  clearInterval(askTimer)
  await queue.stop()
  work.examiners.dispose()
  await leases.end()
  await work.blobs.dispose()
  await sql.end({ timeout: 2 })
  process.exit(0)
}
process.on('SIGTERM', () => void stop())
process.on('SIGINT', () => void stop())
process.on('disconnect', () => void stop())
process.send?.({ ready: true })
