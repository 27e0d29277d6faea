import { existsSync, readFileSync } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { chromium, type Locator } from '@playwright/test'
import S3rver from 's3rver'
import { Ledger } from '../../core/model/ledger'
import type { BatchDetail } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import type { RubricChoice, RubricText } from '../../shared/views/rubrics'
import type { SlipRow } from '../../shared/views/slips'
import { build } from '../../run/build'
import { Product } from '../../run/product'
import { openDatabase } from '../../store/database'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { Random } from '../../standins/paper/random'
import { Killer } from './killer'

// Kills workers, web server and PostgreSQL at random while batches run through, and then counts everything.
// Usage: faults.ts [kills] [seed] [objects]; with the last, the bytes lie in an object store.

const kills = Number(process.argv[2] ?? 30)
const random = new Random(Number(process.argv[3] || Date.now() % 1e6))
const stackId = 'office-letters'
/** The short form inside bin/test takes shorter stacks. */
const lastDocument = kills > 5 ? 11 : 4
const patienceMinutes = 4
/** Less than what runs it allows, so that what it stood at is told. */
const mostMinutes = kills > 5 ? Infinity : 10
const say = (words: string) => console.log(`  ${words}`)
const faults: string[] = []
const expect = (what: string, found: unknown, wanted: unknown) => {
  if (JSON.stringify(found) !== JSON.stringify(wanted)) faults.push(`${what}: ${JSON.stringify(found)}, not ${JSON.stringify(wanted)}`)
}

/** An object store of this run's own; null where a folder does. */
const objects = process.argv[4] === 'objects' ? await startObjects() : null
async function startObjects(): Promise<{ stop: () => Promise<void> }> {
  const directory = await mkdtemp(join(tmpdir(), 'rubricator-objects-'))
  const server = new S3rver({
    port: 0,
    address: '127.0.0.1',
    silent: true,
    directory,
    configureBuckets: [{ name: 'pictures', configs: [] }],
  })
  const { port } = await server.run()
  Object.assign(process.env, { S3_ENDPOINT: `http://127.0.0.1:${port}`, S3_ACCESS_KEY: 'S3RVER', S3_SECRET_KEY: 'S3RVER' })
  return {
    stop: async () => {
      await server.close()
      await rm(directory, { recursive: true, force: true })
    },
  }
}

await build(say)
const data = await mkdtemp(join(tmpdir(), 'rubricator-faults-'))
const product = new Product(
  {
    data,
    host: '127.0.0.1',
    port: null,
    workers: 2,
    deviceSpeed: 6000,
    blobs: objects && 's3://pictures/harbour',
    empty: false,
    week: false,
  },
  say,
)
const run = await product.start()
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
})
const page = await browser.newPage()
const sql = openDatabase(product.database!.url, 2)
const batches: { id: number; seed: number }[] = []
let lost = 0

/** Asks as long as it takes: between kills somebody may be away. */
let cookie = ''
let asked = 'nothing'
async function ask<T>(method: string, path: string, body?: unknown, accept: number[] = []): Promise<T> {
  asked = `${method} ${path}`
  for (const end = Date.now() + patienceMinutes * 60_000; ;) {
    const answer = await fetch(run.app + path, {
      method,
      headers: { 'content-type': 'application/json', cookie },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(20_000),
    })
      .then(async response => ({ response, text: await response.text() }))
      .catch(() => null)
    if (answer && (answer.response.ok || accept.includes(answer.response.status))) {
      cookie = answer.response.headers.get('set-cookie')?.split(';')[0] ?? cookie
      return JSON.parse(answer.text) as T
    }
    if (Date.now() > end)
      throw new Error(`${method} ${path} was not answered: ${answer ? `${answer.response.status} ${answer.text}` : 'no connection'}`)
    await pause(500)
  }
}

async function until<T>(what: string, look: () => Promise<T>, wanted: (found: T) => boolean): Promise<T> {
  for (const end = Date.now() + patienceMinutes * 60_000; ;) {
    const found = await look()
    if (wanted(found)) return found
    if (Date.now() > end) throw new Error(`Waited ${patienceMinutes} minutes for ${what}: ${JSON.stringify(found).slice(0, 400)}`)
    await pause(700)
  }
}

const shows = (what: Locator, seconds: number) =>
  what.waitFor({ timeout: seconds * 1000 }).then(
    () => true,
    () => false,
  )

const killer = new Killer(product, random, kills, victim => {
  if (victim === 'web') knocks.push(knock())
})

/** Whoever comes while the web server starts again gets an answer, or is turned away and can come again. */
const knocks: Promise<void>[] = []
async function knock(): Promise<void> {
  const answers: Promise<unknown>[] = []
  const refused: unknown[] = []
  for (const end = Date.now() + 8000; Date.now() < end; await pause(50))
    answers.push(
      fetch(`${run.app}/api/health/ready`, { signal: AbortSignal.timeout(60_000) }).then(
        response => response.arrayBuffer(),
        (error: unknown) => refused.push(error),
      ),
    )
  await Promise.all(answers)
  const unheard = refused.filter(error => error instanceof Error && error.name === 'TimeoutError').length
  if (unheard) faults.push(`${unheard} of ${answers.length} requests while the web server started again were never answered`)
}
/** Signs in, and makes a rubric with which nothing waits for a person. */
async function prepare(): Promise<{ rubric: string; device: string }> {
  const steward = run.signIns.find(person => person.roles.includes('steward'))!
  await ask('POST', '/api/session', { name: steward.name, password: steward.password })
  const letters = (await ask<RubricChoice[]>('GET', '/api/rubrics')).find(one => one.name === 'Office letters')!
  const { body } = await ask<RubricText>('GET', `/api/rubrics/${letters.id}`)
  // The same paper without a person: nothing is required, so nothing waits.
  const unattended = {
    ...(body as Record<string, unknown>),
    name: 'Letters, unattended',
    entry: 'none',
    files: [{ format: 'pdf-a', name: '{batch}/{seq:3}' }],
    send: [{ to: 'records-office' }],
  } as unknown as Record<string, unknown> & { types: { fields: { required: boolean }[] }[] }
  for (const field of unattended.types.flatMap(type => type.fields)) field.required = false
  await ask('POST', '/api/rubrics', { body: unattended }, [409])
  const rubric = (await ask<RubricChoice[]>('GET', '/api/rubrics')).find(one => one.name === 'Letters, unattended')!
  const device = (await ask<DeviceChoice[]>('GET', '/api/devices'))[0]!
  return { rubric: rubric.id, device: device.id }
}

async function runBatches({ rubric, device }: { rubric: string; device: string }): Promise<void> {
  for (let seed = 1; seed === 1 || killer.killed < kills; seed++) {
    await fetch(`${run.standins['office-device-bench']}load`, {
      method: 'POST',
      body: new URLSearchParams({ stack: stackId, seed: String(seed), documents: `1-${lastDocument}` }),
      redirect: 'manual',
      signal: AbortSignal.timeout(60_000),
    })
    const name = `Letters ${seed}`
    const known = (await ask<{ id: number; name: string }[]>('GET', '/api/batches')).find(batch => batch.name === name)
    const { id } = known ?? (await ask<{ id: number }>('POST', '/api/batches', { rubric, device, name }))
    batches.push({ id, seed })
    if (seed === 1) {
      const [, value] = cookie.split('=')
      await page.context().addCookies([{ name: cookie.split('=')[0]!, value: value!, url: run.app }])
    }
    // Somebody who finds nobody there loads the page again; once it is open it must find its way by itself.
    await until(
      `the screen of ${name}`,
      async () => {
        await page.goto(`${run.app}/batches/${id}`).catch(() => undefined)
        return shows(page.getByRole('heading', { name }), 15)
      },
      open => open,
    )
    const show = () => ask<BatchDetail>('GET', `/api/batches/${id}`)
    const loaded = await until(`the end of the load of ${name}`, show, batch =>
      batch.loads.every(load => !['asked', 'scanning'].includes(load.state)),
    )
    if (loaded.loads.some(load => load.state !== 'ended')) faults.push(`${name}: the load ended as ${JSON.stringify(loaded.loads)}`)
    await ask('POST', `/api/batches/${id}/complete`, {}, [409])
    await until(`${name} to be done`, show, batch => batch.state === 'done' || batch.state === 'held')
    say(`${name}: ${killer.killed} kills so far`)
  }
}

/** Counts sides, documents, slips, files and jobs against the paper's truth. */
async function countAll(): Promise<void> {
  const slips = await ask<SlipRow[]>('GET', '/api/slips')
  for (const { id, seed } of batches) {
    const { truth } = documentsOf(makeStack(stackId, seed), `1-${lastDocument}`)
    const batch = await ask<BatchDetail>('GET', `/api/batches/${id}`)
    const ledger = Ledger.parse(await ask('GET', `/api/batches/${id}/ledger`))
    expect(`batch ${seed}, state`, batch.state, 'done')
    expect(`batch ${seed}, sides`, ledger.totals.scanned, truth.sides.length)
    lost += ledger.totals.unreadable
    if (ledger.totals.unreadable === 0)
      expect(
        `batch ${seed}, documents`,
        ledger.documents.map(document => document.pages),
        truth.documents.map(document => document.sides),
      )
    for (const document of batch.documents) {
      const own = slips.filter(slip => slip.document === document.id)
      const rows = own.length ? own : await sql<SlipRow[]>`select state, place from slips where document_id = ${document.id}`
      expect(
        `batch ${seed}, slips of document ${document.position}`,
        rows.map(slip => slip.state),
        ['delivered'],
      )
      const place = rows[0]?.place ?? ''
      if (!existsSync(place) || !readFileSync(place).subarray(0, 5).equals(Buffer.from('%PDF-')))
        faults.push(`batch ${seed}: ${place} is not there`)
      if (existsSync(place.replace(/\.pdf$/, ' (2).pdf'))) faults.push(`batch ${seed}: ${place} was delivered twice`)
    }
  }
  await pause(5000)
  const jobs = await sql<
    { name: string; state: string; count: number }[]
  >`select name, state, count(*)::int as count from pgboss.job where state not in ('completed') group by name, state`
  expect('jobs left over', [...jobs], [])
  expect('jobs held', (await sql`select job from job_leases`).length, 0)
  // The screen that was open all the time has found its way back by itself.
  expect('the open screen shows the end', await shows(page.getByText('done', { exact: true }).first(), 30), true)
  await Promise.all(knocks)
}

let doing = 'preparing'
async function all(): Promise<void> {
  const prepared = await prepare()
  doing = 'running batches'
  // From here on: where preparing takes long, all kills would have been spent before there is a batch.
  const killing = killer.run(1000, 8000)
  await runBatches(prepared)
  killer.stop()
  await killing
  doing = 'counting'
  await countAll()
}
const tooLong = async () => {
  await pause(mostMinutes * 60_000, undefined, { ref: false })
  throw new Error(`It stood at ${doing} after ${mostMinutes} minutes, ${asked} asked last.`)
}

try {
  await Promise.race([all(), ...(mostMinutes === Infinity ? [] : [tooLong()])])
} catch (error) {
  faults.push(error instanceof Error ? (error.stack ?? error.message) : String(error))
}
killer.stop()
// Whatever hangs here was counted already; its processes end with this one.
const ended = Promise.allSettled([browser.close(), sql.end({ timeout: 5 })])
  .then(() => product.stop())
  .then(() => objects?.stop())
await Promise.race([ended, pause(60_000)])

console.log(`${killer.words}, ${batches.length} batches, ` + `${lost} sides lost between device and store and accounted for.`)
for (const fault of faults) console.log(`FAULT ${fault}`)
if (faults.length === 0) await product.remove()
else console.log(`The logs are in ${data}`)
process.exit(faults.length === 0 ? 0 : 1)
