import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { chromium } from '@playwright/test'
import type { BatchDetail } from '../shared/views/batches'
import type { DeviceChoice } from '../shared/views/devices'
import type { RubricChoice } from '../shared/views/rubrics'
import { build } from '../run/build'
import { Product } from '../run/product'
import { openDatabase } from '../store/database'
import { makeStack } from '../standins/paper/stacks'
import { childrenOf, residentMegabytes } from './memory'

// One long load through a whole copy of the product: `npm run bench:load -- 500 120` for 500 sheets at 120 sides a minute.

const sheets = Number(process.argv[2] ?? 500)
const speed = Number(process.argv[3] ?? 120)
const line = (name: string, value: string, target = '') => console.log(`${name.padEnd(52)} ${value.padStart(16)}  ${target}`)
const middle = (values: number[], share = 0.5) => values.sort((a, b) => a - b)[Math.floor(values.length * share)] ?? 0
const say = (words: string) => console.log(`  ${words}`)

await build(say)
const data = await mkdtemp(join(tmpdir(), 'rubricator-load-'))
const product = new Product(
  { data, host: '127.0.0.1', port: null, workers: 2, deviceSpeed: speed, blobs: null, empty: false, week: false },
  say,
)
const run = await product.start()

let cookie = ''
async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(run.app + path, {
    method,
    headers: { 'content-type': 'application/json', cookie },
    body: body === undefined ? undefined : JSON.stringify(body),
  })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
  cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie
  return (await response.json()) as T
}

const [clerk] = run.signIns.filter(person => person.roles.includes('steward'))
await ask('POST', '/api/session', { name: clerk!.name, password: clerk!.password })
const rubric = (await ask<RubricChoice[]>('GET', '/api/rubrics')).find(one => one.name === 'Mooring permits')!
const device = (await ask<DeviceChoice[]>('GET', '/api/devices'))[0]!
const form = (fields: Record<string, string>) => ({ method: 'POST', body: new URLSearchParams(fields), redirect: 'manual' as const })
const stack = makeStack('mooring-permits', 1).sheets.length
await fetch(
  `${run.standins['office-device-bench']}load`,
  form({
    stack: 'mooring-permits',
    seed: '1',
    times: String(Math.ceil(sheets / stack)),
    from: String(Math.ceil(sheets / stack) * stack - sheets + 1),
  }),
)

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
})
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
await context.addCookies([{ name: cookie.split('=')[0]!, value: cookie.split('=')[1]!, url: run.app }])
const page = await context.newPage()
// As for somebody who has worked already: the browser knows the product.
await page.goto(`${run.app}/batches`)
await page.getByRole('heading', { name: 'Batches' }).waitFor()
// What was just started comes to rest.
await pause(10_000)
const { id } = await ask<{ id: number }>('POST', '/api/batches', { rubric: rubric.id, device: device.id, name: 'One long load' })
await page.goto(`${run.app}/batches/${id}`)
// When each picture is on the screen, by the place of its page.
await page.evaluate(`{
  window.shown = {}
  const look = () => {
    for (const image of document.querySelectorAll('[data-position] img')) {
      const at = image.closest('[data-position]').getAttribute('data-position')
      if (image.complete && image.naturalWidth) window.shown[at] ??= Date.now()
    }
    requestAnimationFrame(look)
  }
  look()
}`)

const sql = openDatabase(product.database!.url, 1)
const memory: { worker: number; examiner: number }[] = []
const begun = Date.now()
for (;;) {
  const workers = (await product.processes()).filter(one => one.name.startsWith('worker'))
  const examiners = (await Promise.all(workers.map(one => childrenOf(one.pid)))).flat()
  const most = async (all: number[]) => Math.max(...(await Promise.all(all.map(residentMegabytes))), 0)
  memory.push({ worker: await most(workers.map(one => one.pid)), examiner: await most(examiners) })
  const [now] = await sql<{ state: string; sides: number; left: number }[]>`
    select (select state from loads where batch_id = ${id}) as state, count(*)::int as sides, count(*) filter (where evidence is null
      and trouble is null)::int as left
    from pages where batch_id = ${id}`
  if (now!.state !== 'asked' && now!.state !== 'scanning' && now!.left === 0) break
  await pause(2000)
}
const minutes = (Date.now() - begun) / 60_000
const arrived = await sql<
  { position: number; at: number }[]
>`select position, extract(epoch from received_at)::float8 * 1000 as at from pages where batch_id = ${id} order by position`
const shown = await page.evaluate<Record<string, number>>('window.shown')
const waits = arrived.flatMap(one => (shown[one.position] ? [(shown[one.position]! - one.at) / 1000] : []))
const batch = await ask<BatchDetail>('GET', `/api/batches/${id}`)

line(`sides of ${sheets} sheets that came in`, `${arrived.length}`, `${2 * sheets}`)
line('  sides a minute until the last was examined', (arrived.length / minutes).toFixed(0), `the device gives ${speed}`)
line('  load', batch.loads[0]!.state, 'ended')
line('first thumbnail on the screen, seconds after its side came', waits[0]?.toFixed(2) ?? 'never', 'at most 1')
line(`  all ${waits.length} that were in sight: in the middle`, middle(waits).toFixed(2))
line('  nine in ten within', middle(waits, 0.9).toFixed(2))
line('memory of a worker and of its examining process, MB', '', 'flat')
const tenths = Array.from({ length: 10 }, (_, at) => memory[Math.floor(((at + 1) * memory.length) / 10) - 1] ?? memory.at(-1)!)
console.log(`    ${tenths.map(one => `${one.worker.toFixed(0)}+${one.examiner.toFixed(0)}`).join(' ')}`)

await browser.close()
await sql.end()
await product.stop()
await product.remove()
