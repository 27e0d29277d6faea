import { createHash } from 'node:crypto'
import { readdir, readFile, rename } from 'node:fs/promises'
import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { build } from '../../run/build'
import { Product } from '../../run/product'
import { faults as troubles } from '../../standins/faultyPort'
import { asPdf } from '../../standins/paper/encode'
import { Random } from '../../standins/paper/random'
import { openDatabase } from '../../store/database'
import { Killer } from './killer'
import { smallPage } from './smallPage'

// Documents to three destinations that break at random, while workers, web server and PostgreSQL are killed; then every destination
// is counted. Usage: deliveries.ts [documents] [kills] [seed].

const documents = Number(process.argv[2] ?? 1000)
const kills = Number(process.argv[3] ?? 200)
const random = new Random(Number(process.argv[4] || Date.now() % 1e6))
const perBatch = 50
const dpi = 100
const say = (words: string) => console.log(`  ${words}`)
const found: string[] = []
const expect = (what: string, is: unknown, wanted: unknown) => {
  if (JSON.stringify(is) !== JSON.stringify(wanted)) found.push(`${what}: ${JSON.stringify(is)}, not ${JSON.stringify(wanted)}`)
}

await build(say)
const data = await mkdtemp(join(tmpdir(), 'rubricator-deliveries-'))
const settings = { data, host: '127.0.0.1', port: null, workers: 2, deviceSpeed: 6000, blobs: null, empty: false, week: false }
const product = new Product(settings, say)
const run = await product.start()
const folder = run.folders['network-folder']!
const sql = openDatabase(product.database!.url, 2)

/** Asks as long as it takes: between kills somebody may be away. */
let cookie = ''
async function ask<T>(
  method: string,
  address: string,
  body?: unknown,
  accept: number[] = [],
  headers: Record<string, string> = {},
): Promise<T> {
  const bytes = body instanceof Uint8Array
  for (;;) {
    const answer = await fetch(address, {
      method,
      headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json', cookie, ...headers },
      body: body === undefined ? undefined : bytes ? new Uint8Array(body) : JSON.stringify(body),
      signal: AbortSignal.timeout(60_000),
    })
      .then(async response => ({ response, text: await response.text() }))
      .catch(() => null)
    if (answer && (answer.response.ok || accept.includes(answer.response.status))) {
      cookie = answer.response.headers.get('set-cookie')?.split(';')[0] ?? cookie
      return JSON.parse(answer.text || 'null') as T
    }
    if (answer && answer.response.status < 500 && answer.response.status !== 429) throw new Error(`${method} ${address}: ${answer.text}`)
    await pause(500)
  }
}

/** Each page is a document of its own, and like no other. */
const picture = (number: number) =>
  smallPage(
    Array.from({ length: 14 }, (_, at) => `Letter ${number}, line ${at}`),
    dpi,
  )

async function prepare(): Promise<void> {
  const steward = run.signIns.find(person => person.roles.includes('steward'))!
  await ask('POST', `${run.app}/api/session`, { name: steward.name, password: steward.password })
  const body = {
    version: 1,
    name: 'Letters to three places',
    scan: { sides: 'one', colour: 'grey', dpi },
    split: { rules: [{ rule: 'count', pages: 1 }], before: 'document' },
    types: [],
    entry: 'none',
    read: { ocr: false },
    files: [{ format: 'jpeg', name: '{batch}-{seq:3}' }],
    send: [{ to: 'records-office' }, { to: 'cloud-folder' }, { to: 'object-store' }],
  }
  await ask('POST', `${run.app}/api/rubrics`, { body }, [409])
}

async function scanAll(): Promise<number[]> {
  const headers = { authorization: `Bearer ${run.api.tokens.Tamsin}` }
  const batches: number[] = []
  for (let from = 1; from <= documents; from += perBatch) {
    const pages = Array.from({ length: Math.min(perBatch, documents - from + 1) }, (_, at) => picture(from + at))
    const pdf = await asPdf(await Promise.all(pages), dpi)
    const name = `Letters ${from}`
    const known = await sql<{ id: number }[]>`select id from batches where name = ${name}`.catch(() => [])
    const { id } =
      known[0] ?? (await ask<{ id: number }>('POST', `${run.api.base}/batches`, { rubric: 'Letters to three places', name }, [], headers))
    await ask('POST', `${run.api.base}/batches/${id}/files?name=letters.pdf&key=1`, pdf, [], headers)
    await ask('POST', `${run.api.base}/batches/${id}/complete`, undefined, [409], headers)
    batches.push(id)
  }
  return batches
}

/** Turns a switch at one of the destinations; the network folder goes away and comes back. */
async function breakOne(fault: string): Promise<void> {
  const turn = (page: string, field: string) =>
    fetch(`${run.standins[page]}switch`, { method: 'POST', body: new URLSearchParams({ [field]: fault }), redirect: 'manual' })
  await Promise.all([
    random.between(0, 1) ? turn('cloud-folder', 'fault') : null,
    random.between(0, 1) ? turn('file-servers', 'objects') : null,
    random.between(0, 5) ? null : rename(folder, `${folder}-away`).catch(() => undefined),
  ])
  await pause(300)
  await rename(`${folder}-away`, folder).catch(() => undefined)
}
let breaking = true as boolean
async function breakMany(): Promise<void> {
  while (breaking) {
    await breakOne(random.pick(troubles.filter(fault => fault !== 'slow')))
    await pause(random.between(500, 3000))
  }
  for (const [page, field] of [['cloud-folder', 'fault'] as const, ['file-servers', 'objects'] as const])
    await fetch(`${run.standins[page]}switch`, { method: 'POST', body: new URLSearchParams({ [field]: 'none' }), redirect: 'manual' })
}

/** Waits until all is sent; what came to a person is tried again, as a person would. Pauses are cut short, for time's sake alone. */
async function untilSent(batches: readonly number[], patient: () => boolean): Promise<void> {
  let said = 0
  for (;;) {
    const rows = await sql<{ state: string; count: number }[]>`
      select state, count(*)::int as count from slips group by state`.catch(() => null)
    const count = (state: string) => rows?.find(row => row.state === state)?.count ?? 0
    if (count('delivered') >= said + 300) {
      said = count('delivered')
      say(`${said} delivered, ${count('waiting')} wait, ${count('failed')} failed; ${killer.words}`)
    }
    if (rows && count('delivered') === 3 * documents) return
    const failed = await sql<{ id: number }[]>`select id from slips where state = 'failed' limit 100`.catch(() => [])
    for (const { id } of failed) await ask('POST', `${run.app}/api/slips/${id}/retry`, undefined, [404, 409])
    await sql`update slips set next_try = now() where state = 'waiting' and next_try > now() + interval '5 seconds'`.catch(() => undefined)
    await sql`update destination_pauses set until = now() where until > now() + interval '5 seconds'`.catch(() => undefined)
    if (!patient()) breaking = false
    await pause(1000)
  }
}

/** What a folder holds of the documents: names and digests. */
async function heldIn(path: string, ending: string): Promise<string[]> {
  const names = (await readdir(path, { recursive: true })).filter(name => /Letters \d+-\d{3}/.test(name) && name.endsWith(ending))
  return (
    await Promise.all(
      names.map(async name =>
        createHash('sha256')
          .update(await readFile(join(path, name)))
          .digest('hex'),
      ),
    )
  ).sort()
}

async function countAll(): Promise<void> {
  const files = await sql<{ sha256: string }[]>`
    select sha256 from files join documents on documents.id = document_id join batches on batches.id = batch_id
    where batches.name like 'Letters %'`
  const wanted = files.map(({ sha256 }) => sha256).sort()
  expect('files, and how many differ', [wanted.length, new Set(wanted).size], [documents, documents])
  for (const [name, path, ending] of [
    ['network folder', folder, '.jpg'],
    ['cloud folder', join(data, 'cloud-folder'), '.jpg'],
    ['object store', join(data, 'file-servers', 'objects'), '.jpg._S3rver_object'],
  ] as const) {
    const held = await heldIn(path, ending)
    if (JSON.stringify(held) !== JSON.stringify(wanted)) {
      const extra = held.filter(digest => !wanted.includes(digest)).length
      const missing = wanted.filter(digest => !held.includes(digest)).length
      found.push(`${name}: ${held.length} held of ${wanted.length}; ${missing} missing, ${extra} that are none of them`)
    }
  }
  const [slips] = await sql<{ all: number; whole: number }[]>`
    select count(*)::int as all,
      count(*) filter (where state = 'delivered' and place is not null and answer is not null and delivered_at is not null)::int as whole
    from slips`
  expect('slips, and whole ones', [slips!.all, slips!.whole], [3 * documents, 3 * documents])
  const end = Date.now() + 60_000
  for (;;) {
    const [open] = await sql<
      { count: number }[]
    >`select count(*)::int as count from batches where name like 'Letters %' and state <> 'done'`
    if (open!.count === 0) break
    if (Date.now() > end) {
      found.push(`${open!.count} batches are not done`)
      break
    }
    await pause(1000)
  }
}

const killer = new Killer(product, random, kills)
const begun = Date.now()
try {
  await prepare()
  const killing = killer.run(1000, 5000)
  const breaks = breakMany()
  const batches = await scanAll()
  await untilSent(batches, () => killer.killed < kills && Date.now() - begun < 60 * 60_000)
  breaking = false
  killer.stop()
  await Promise.all([killing, breaks])
  await countAll()
} catch (error) {
  found.push(error instanceof Error ? (error.stack ?? error.message) : String(error))
}
breaking = false
await sql.end({ timeout: 5 })
await product.stop()
console.log(`${documents} documents to three destinations, ${killer.words}, ${Math.round((Date.now() - begun) / 1000)} s.`)
for (const fault of found) console.log(`FAULT ${fault}`)
if (found.length === 0) await product.remove()
else console.log(`The logs are in ${data}`)
process.exit(found.length === 0 ? 0 : 1)
