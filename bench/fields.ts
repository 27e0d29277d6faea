import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { run } from '../cli/run'
import { Ledger, type LedgerValue } from '../core/model/ledger'
import { drawnSide } from '../standins/paper/drawn'
import { asPdf } from '../standins/paper/encode'
import { makeStack } from '../standins/paper/stacks'
import type { Truth } from '../standins/paper/truth'

// Index values and redaction against paper whose truth is known: `npm run bench:fields -- 3` for seed 3.

const seed = Number(process.argv[2] ?? 1)
const dpi = 200
const line = (name: string, value: string, target: string) => console.log(`${name.padEnd(56)} ${value.padStart(24)}  ${target}`)
const folder = await mkdtemp(join(tmpdir(), 'rubricator-bench-'))

async function ledgerOf(id: string, rubric: object): Promise<{ ledger: Ledger; truth: Truth; text: string }> {
  const stack = makeStack(id, seed)
  const sides: Buffer[] = []
  for (const side of stack.truth.sides) sides.push(await drawnSide(stack, side.sheet - 1, side.side, { dpi, colour: 'colour' }))
  await writeFile(join(folder, `${id}.pdf`), await asPdf(sides, dpi))
  await writeFile(join(folder, `${id}.json`), JSON.stringify({ version: 1, name: id, ...rubric }))
  const out = join(folder, id)
  const log = console.log
  console.log = () => undefined
  await run({ rubricFile: join(folder, `${id}.json`), out, jobs: 2, json: false, inputs: [join(folder, `${id}.pdf`)] })
  console.log = log
  const ledger = Ledger.parse(JSON.parse(await readFile(join(out, 'ledger.json'), 'utf8')))
  const texts = ledger.documents.flatMap(document => document.files.filter(file => file.name.endsWith('.txt')))
  return { ledger, truth: stack.truth, text: (await Promise.all(texts.map(file => readFile(join(out, file.name), 'utf8')))).join('\n') }
}

const counts = { fields: [0, 0, 0], ticks: [0, 0, 0], cells: [0, 0, 0] } as Record<string, [number, number, number]>
function count(kind: string, found: string | null | undefined, wanted: string | undefined): void {
  const at = found === wanted ? 0 : found === null || found === undefined ? 1 : 2
  counts[kind]![at]++
}
const textOf = (value: LedgerValue | undefined) => (typeof value?.value === 'string' ? value.value : null)

const demo = JSON.parse(await readFile(new URL('../run/demo/berth-applications.rubric.json', import.meta.url), 'utf8')) as object
const forms = await ledgerOf('berth-applications', { ...demo, files: [], send: [] })
for (const [at, { fields: truth }] of forms.truth.documents.entries()) {
  const fields = forms.ledger.documents[at]?.fields ?? {}
  for (const id of ['reference', 'hull', 'issued', 'pay']) count('fields', textOf(fields[id]), truth[id])
  for (const id of ['zone', 'insured']) count('ticks', textOf(fields[id]), truth[id])
  const services = fields.services?.value
  for (const service of ['Water', 'Power', 'Crane', 'Waste'])
    count(
      'ticks',
      String(Array.isArray(services) && services.some(one => one === service)),
      String(truth.services!.split('\n').includes(service)),
    )
  const rows = (fields.items?.value ?? []) as Record<string, string>[]
  const wanted = JSON.parse(truth.items!) as Record<string, string>[]
  for (const [row, cells] of wanted.entries()) for (const id of Object.keys(cells)) count('cells', rows[row]?.[id], cells[id])
}
const words = ([right, open, wrong]: [number, number, number]) => `${right} right, ${open} open, ${wrong} wrong`
line('fields of forms of two layouts', words(counts.fields!), 'at least 97 % right, none wrong')
line('boxes to tick in several hands', words(counts.ticks!), 'at least 98 % right, none wrong')
line('cells of tables', words(counts.cells!), 'at least 96 % right')

const inspections = await ledgerOf('vessel-inspections', {
  scan: { colour: 'auto' },
  split: { rules: [{ rule: 'count', sheets: 2 }] },
  redact: { highlighter: ['yellow', 'green', 'pink', 'orange', 'blue'] },
  files: [{ format: 'txt', name: '{seq}' }],
})
const marked = inspections.truth.documents.flatMap(document => document.fields.hidden!.split(' '))
const shown = marked.filter(word => inspections.text.includes(word.slice(1, 6)))
const redactions = inspections.ledger.pages.flatMap(page => page.redactions ?? [])
line('marked words that can still be read', `${shown.length} of ${marked.length}`, 'at most 1 %')
line('places blacked out', `${redactions.length}`, `${marked.length}`)
await rm(folder, { recursive: true })
