import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import type { BatchDetail } from '../../shared/views/batches'
import type { DocumentPage } from '../../shared/views/documents'
import { build } from '../../run/build'
import { Product } from '../../run/product'
import { asPdf } from '../../standins/paper/encode'
import { Random } from '../../standins/paper/random'
import { openDatabase } from '../../store/database'
import { verifyTrail } from '../../store/trailChain'
import { enduranceRubric } from './enduranceRubric'
import { answerTimes, compareTimes, Memory, tableSizes } from './figures'
import { Killer } from './killer'
import { PersonThere } from './person'
import { smallPage } from './smallPage'

// Mixed work for a long time through a copy of its own: files come in, people correct, enter, check and amend at random, documents
// are delivered, processes are killed in the first two thirds. Then everything is counted, and what grew is named.
// Usage: endurance.ts [minutes] [seed].

const minutes = Number(process.argv[2] ?? 90)
const random = new Random(Number(process.argv[3] || Date.now() % 1e6))
const rubric = enduranceRubric.name
const { dpi } = enduranceRubric.scan
const mostUnderWay = 8
const say = (words: string) => console.log(`  ${words}`)
const found: string[] = []
const expect = (what: string, is: unknown, wanted: unknown) => {
  if (JSON.stringify(is) !== JSON.stringify(wanted)) found.push(`${what}: ${JSON.stringify(is)}, not ${JSON.stringify(wanted)}`)
}

await build(say)
const data = await mkdtemp(join(tmpdir(), 'rubricator-endurance-'))
const settings = { data, host: '127.0.0.1', port: null, workers: 2, deviceSpeed: 6000, blobs: null, empty: false, week: false }
const product = new Product(settings, say)
const run = await product.start()
const sql = openDatabase(product.database!.url, 2)
const person = (name: string) =>
  new PersonThere(
    run.app,
    run.signIns.find(one => one.name === name)!,
  )
const [tamsin, jowan, hedra, piers] = ['Tamsin', 'Jowan', 'Hedra', 'Piers'].map(person) as [
  PersonThere,
  PersonThere,
  PersonThere,
  PersonThere,
]

/** A small page that is like no other; one in eight has nothing on it. */
const picture = (number: number) =>
  smallPage(random.chance(0.125) ? [] : Array.from({ length: 8 }, (_, at) => `Sheet ${number}, ${at}`), dpi)

async function prepare(): Promise<void> {
  const made = await piers.ask('POST', '/api/rubrics', { body: enduranceRubric })
  if (made.status >= 400) throw new Error(JSON.stringify(made.body))
}

const sides = new Map<number, number>()
let number = 0
let scanning = true as boolean
let paused = false as boolean
const wait = async (least: number, most: number) => {
  await pause(random.between(least, most))
  while (paused && scanning) await pause(200)
}

/** Hands in stacks, as many as are worked off. */
async function scan(): Promise<void> {
  const headers = { authorization: `Bearer ${run.api.tokens.Tamsin}`, 'content-type': 'application/octet-stream' }
  while (scanning) {
    await wait(100, 600)
    const [row] = await sql<{ open: number }[]>`select count(*)::int as open from batches where state not in ('done', 'abandoned')`.catch(
      () => [],
    )
    if (!row || row.open >= mostUnderWay) continue
    const count = random.whole(12, 45)
    const pdf = await asPdf(await Promise.all(Array.from({ length: count }, () => picture(++number))), dpi)
    const begun = await tamsin.ask<{ id: number }>('POST', '/api/batches', { rubric: await rubricId(), name: `Stack ${number}` })
    if (begun.status >= 400) throw new Error(JSON.stringify(begun.body))
    const { id } = begun.body
    for (;;) {
      const taken = await fetch(`${run.api.base}/batches/${id}/files?name=stack.pdf&key=1`, {
        method: 'POST',
        headers,
        body: new Uint8Array(pdf),
        signal: AbortSignal.timeout(60_000),
      }).catch(() => null)
      if (taken?.ok) break
      await pause(500)
    }
    sides.set(id, count)
    await tamsin.ask('POST', `/api/batches/${id}/complete`, {})
  }
}
let known: string | null = null
async function rubricId(): Promise<string> {
  if (known) return known
  const { body } = await tamsin.ask<{ id: string; name: string }[]>('GET', '/api/rubrics')
  return (known = body.find(one => one.name === rubric)!.id)
}

const anyBatch = async (state: string) => {
  const rows = await sql<{ id: number }[]>`select id from batches where state = ${state} order by random() limit 1`.catch(() => [])
  return rows[0]?.id ?? null
}
const anyDocument = async (state: string) => {
  const rows = await sql<{ id: number }[]>`
    select documents.id from documents join batches on batches.id = batch_id
    where documents.state = ${state} and filled_at is not null and batches.state in ('to index', 'to check', 'done')
    order by random() limit 1`.catch(() => [])
  return rows[0]?.id ?? null
}

/** Changes ribbons at random, and takes half of that back. */
async function correct(): Promise<void> {
  // Another window of the one whose batches they are.
  const fixer = person('Tamsin')
  while (scanning) {
    await wait(300, 1200)
    const id = await anyBatch('to index')
    if (id === null) continue
    const { status: answer, body } = await fixer.ask<BatchDetail>('GET', `/api/batches/${id}`)
    if (answer >= 400 || !body.pages.length) continue
    const { id: page } = random.pick(body.pages)
    const edit = random.pick([
      { do: 'rotate', pages: [page], degrees: 180 },
      { do: 'set-aside', pages: [page] },
      { do: 'start', page },
      { do: 'join', page },
      { do: 'move', pages: [page], before: null },
    ])
    await fixer.ask('POST', `/api/batches/${id}/lock`, {})
    const { status } = await fixer.ask('POST', `/api/batches/${id}/corrections`, edit)
    if (status < 400 && random.chance(0.5)) await fixer.ask('POST', `/api/batches/${id}/undo`)
    await fixer.ask('DELETE', `/api/batches/${id}/lock`)
  }
}

/** Enters values, one in ten of them wrong at first. */
async function enter(who: PersonThere, going: () => boolean): Promise<void> {
  while (going()) {
    const id = await anyDocument('open')
    if (id === null) {
      await wait(200, 500)
      continue
    }
    await wait(50, 300)
    const values = { number: String(random.whole(1000, 9999)), note: `Note ${random.whole(1, 99)}` }
    if (random.chance(0.1)) await who.ask('PUT', `/api/documents/${id}/fields`, { values: { number: 'wrong' }, confirm: true })
    await who.ask('PUT', `/api/documents/${id}/fields`, { values, confirm: true })
  }
}

/** Answers what is asked: a page that was put back behind a document which somebody confirmed meanwhile. */
async function fix(going: () => boolean): Promise<void> {
  for (; going(); await wait(500, 1500)) {
    const [page] = await sql<{ id: number; batch: number }[]>`
      select pages.id, batch_id as batch from pages join batches on batches.id = batch_id
      where asks and batches.state = 'to fix' and state_since < now() - interval '3 seconds' limit 1`.catch(() => [])
    if (page) await piers.ask('POST', `/api/batches/${page.batch}/corrections`, { do: 'set-aside', pages: [page.id] })
  }
}

async function check(going: () => boolean): Promise<void> {
  while (going()) {
    await wait(20, 120)
    const id = await anyDocument('indexed')
    if (id === null) continue
    const right =
      scanning && random.chance(0.1) ? { correct: false, kind: 'value', field: 'number', note: 'Look again' } : { correct: true }
    await hedra.ask('POST', `/api/documents/${id}/verdict`, right)
  }
}

/** Opens filed documents again for another value: their next edition. */
async function amend(): Promise<void> {
  while (scanning) {
    await wait(3000, 8000)
    const id = await anyDocument('sent')
    if (id === null) continue
    const { status } = await tamsin.ask('POST', `/api/documents/${id}/amend`)
    if (status < 400) await tamsin.ask('PUT', `/api/documents/${id}/fields`, { values: { number: '7777', note: 'amended' }, confirm: true })
  }
}

/** Looks about as people do. */
async function look(): Promise<void> {
  while (scanning) {
    await wait(300, 1500)
    const id = await anyDocument('sent')
    if (id === null) continue
    const { status, body } = await jowan.ask<DocumentPage>('GET', `/api/documents/${id}`)
    await jowan.ask('GET', `/api/find?text=${random.pick(['Stack', 'amended', '7777', 'note'])}`)
    if (status < 400 && body.pages[0]) await fetch(`${run.app}/api/pages/${body.pages[0].id}/thumbnail`).catch(() => undefined)
  }
}

async function countAll(): Promise<void> {
  for (const [id, count] of sides) {
    const { body } = await piers.ask<{ totals: { scanned: number } }>('GET', `/api/batches/${id}/ledger`)
    expect(`sides of batch ${id}`, body.totals.scanned, count)
  }
  const [slips] = await sql<{ open: number; doubled: number }[]>`
    select (select count(*)::int from slips where state <> 'delivered') as open,
      (select count(*)::int from (select from slips group by document_id, destination_id, edition having count(*) > 1) as twice) as doubled`
  expect('slips that are open, slips that stand twice', slips, { open: 0, doubled: 0 })
  const jobs = await sql<{ count: number }[]>`
    select count(*)::int as count from pgboss.job where state not in ('completed') and name <> '__pgboss__send-it'`
  expect('jobs left over', jobs[0]!.count, 0)
  expect('the trail', (await verifyTrail(sql)).fault, null)
}

const killer = new Killer(product, random, Infinity)
const memory = new Memory(product)
const begun = Date.now()
const since = () => (Date.now() - begun) / 60_000
const quietly = async <T>(work: () => Promise<T>): Promise<T> => {
  paused = true
  await pause(8000)
  const answer = await work()
  paused = false
  return answer
}
try {
  await prepare()
  const killing = killer.run(8000, 40_000)
  let entering = true as boolean
  const scans = [scan(), correct(), amend(), look()]
  const goOn = () => scanning || entering
  const hands = [enter(tamsin, goOn), enter(jowan, goOn), check(goOn), fix(goOn)]
  let early: Awaited<ReturnType<typeof answerTimes>> | null = null
  let sizes: Awaited<ReturnType<typeof tableSizes>> | null = null
  for (let said = 0; since() < minutes; await pause(5000)) {
    if (since() > said) {
      say(`${since().toFixed(0)} minutes: ${[...sides.values()].reduce((sum, one) => sum + one, 0)} sides, ${killer.words}`)
      said += Math.max(2, minutes / 12)
    }
    if (since() > (minutes * 2) / 3) {
      // From here on processes live, and their memory is compared.
      killer.stop()
      await killing
      if (since() > minutes * 0.75) await memory.look()
    }
    if (!early && since() > minutes / 4) early = await quietly(() => answerTimes(piers))
    if (!sizes && since() > minutes / 2) sizes = await tableSizes(sql)
  }
  scanning = false
  await Promise.all(scans)
  // What is under way is worked off.
  for (const end = Date.now() + 15 * 60_000; ;) {
    const rows = await sql<{ state: string; count: number }[]>`
      select state, count(*)::int as count from batches where state not in ('done', 'abandoned') group by state`
    if (!rows.length) break
    if (Date.now() > end) {
      found.push(`left over: ${rows.map(row => `${row.count} ${row.state}`).join(', ')}`)
      break
    }
    await sql`update slips set next_try = now() where state = 'waiting' and next_try > now() + interval '5 seconds'`
    await piers.ask('POST', '/api/slips/retry', {})
    await pause(2000)
  }
  entering = false
  await Promise.all(hands)
  await pause(15_000)
  await countAll()
  found.push(...memory.faults(), ...compareTimes(early!, await answerTimes(piers)))
  const late = await tableSizes(sql)
  const half = new Map(sizes?.map(({ name, rows }) => [name, rows]))
  const rows = late.map(({ name, rows: now }) => `${name} ${half.get(name) ?? 0} ${now}`)
  console.log(`Rows at the half, and at the end: ${rows.join('; ')}`)
  console.log(memory.words)
} catch (error) {
  found.push(error instanceof Error ? (error.stack ?? error.message) : String(error))
}
scanning = false
killer.stop()
await sql.end({ timeout: 5 })
await product.stop()
const all = [...sides.values()].reduce((sum, one) => sum + one, 0)
console.log(`${all} sides in ${sides.size} batches, ${killer.words}, ${since().toFixed(0)} minutes.`)
for (const fault of found) console.log(`FAULT ${fault}`)
if (found.length === 0) await product.remove()
else console.log(`The logs are in ${data}`)
process.exit(found.length === 0 ? 0 : 1)
