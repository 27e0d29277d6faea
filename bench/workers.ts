import { mkdtemp, readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { build } from '../run/build'
import { asScans } from '../run/demo/scans'
import { Product } from '../run/product'
import { makeStack } from '../standins/paper/stacks'
import { openDatabase } from '../store/database'
import { childrenOf } from './memory'

// The whole path with one, two and four workers, and what a side costs each kind of process: `npm run bench:workers -- 3` for three
// batches of some fifty scanned sides.

const batches = Number(process.argv[2] ?? 3)
const line = (name: string, ...values: string[]) => console.log(name.padEnd(46) + values.map(value => value.padStart(12)).join(''))
const say = (words: string) => console.log(`  ${words}`)
/** Of Linux's accounts. */
const ticksASecond = 100

await build(say)
const seed = 33
// Those that ask nobody anything before they are read.
const clear = makeStack('mooring-permits', seed).truth.documents.filter(document => !document.undecidable)
const scans = await asScans('mooring-permits', seed, clear.map(({ document }) => document).join(','))
const found: Awaited<ReturnType<typeof withWorkers>>[] = []
for (const workers of [1, 2, 4]) found.push(await withWorkers(workers))
const of = (give: (one: (typeof found)[number]) => number, digits: number) => found.map(one => give(one).toFixed(digits))
line('workers', ...of(one => one.workers, 0))
line('sides a minute', ...of(one => one.sides / (one.seconds / 60), 0))
line('  times one worker', ...of(one => found[0]!.seconds / one.seconds, 2))
line('processor a side, ms: workers and their tools', ...of(one => one.worker, 0))
line('  database and queue', ...of(one => one.database, 1))
line('  web server', ...of(one => one.web, 1))

async function withWorkers(workers: number) {
  const data = await mkdtemp(join(tmpdir(), 'rubricator-workers-'))
  const settings = { data, host: '127.0.0.1', port: null, workers, deviceSpeed: 600, blobs: null, empty: false, week: false }
  const product = new Product(settings, say)
  const run = await product.start()
  try {
    const steward = run.signIns.find(person => person.roles.includes('steward'))!
    const token = run.api.tokens[steward.name]!
    const ask = async <T>(method: string, path: string, body?: BodyInit, type = 'application/json'): Promise<T> => {
      const headers = { authorization: `Bearer ${token}`, 'content-type': type }
      const answer = await fetch(run.api.base + path, { method, headers, ...(body === undefined ? {} : { body }) })
      if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
      return (await answer.json()) as T
    }
    const sql = openDatabase(product.database!.url, 1)
    // What was just started comes to rest.
    await pause(5000)
    const before = await costs(product)
    const begun = Date.now()
    const ids: number[] = []
    for (let at = 0; at < batches; at++) {
      const { id } = await ask<{ id: number }>('POST', '/batches', JSON.stringify({ rubric: 'Mooring permits', name: `Stack ${at}` }))
      await ask('POST', `/batches/${id}/files?name=stack.pdf&key=1`, new Uint8Array(scans), 'application/octet-stream')
      await ask('POST', `/batches/${id}/complete`)
      ids.push(id)
    }
    let sides = 0
    for (let left = true; left; await pause(100)) {
      const [now] = await sql<{ sides: number; left: boolean }[]>`
        select (select count(*)::int from pages where batch_id = any(${ids})) as sides, exists (
            select 1 from batches where id = any(${ids}) and (state <> 'to index'
              or exists (select 1 from documents where batch_id = batches.id and filled_at is null))) as left`
      ;({ sides, left } = now!)
    }
    const seconds = (Date.now() - begun) / 1000
    const after = await costs(product)
    await sql.end()
    const each = (kind: keyof typeof after) => ((after[kind] - before[kind]) * 1000) / sides
    return { workers, sides, seconds, worker: each('worker'), database: each('database'), web: each('web') }
  } finally {
    await product.stop()
    await product.remove()
  }
}

/** Processor seconds so far, with those of children that have ended. */
async function costs(product: Product) {
  const sums = { worker: 0, database: 0, web: 0 }
  for (const { name, pid } of await product.processes()) {
    const kind = name.startsWith('worker') ? 'worker' : name === 'database' ? 'database' : name === 'web' ? 'web' : null
    if (!kind) continue
    for (const one of [pid, ...(await childrenOf(pid))]) sums[kind] += await processorSeconds(one)
  }
  return sums
}

async function processorSeconds(process: number): Promise<number> {
  const text = await readFile(`/proc/${process}/stat`, 'utf8').catch(() => '')
  // Behind the name, which may have anything in it: utime, stime and those of children (proc(5)).
  const fields = text
    .slice(text.lastIndexOf(')') + 2)
    .split(' ')
    .slice(11, 15)
    .map(Number)
  return fields.reduce((sum, one) => sum + (one || 0), 0) / ticksASecond
}
