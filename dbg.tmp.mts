import { readFileSync, mkdirSync } from 'node:fs'
import { Rubric } from './core/rubric/rubric'
import { examinePage } from './engine/examine'
import { writePageFiles } from './engine/pageFiles'
import { decodePage, openSource } from './engine/sources'
import { readBest } from './engine/reading'
import { readAgain } from './engine/secondReading'
import { findRows } from './core/fields/tableRows'
import { agreedRows } from './core/fields/agreedRows'
const rubric = Rubric.parse(JSON.parse(readFileSync('/tmp/indep/rubric.json', 'utf8')))
const [n, y0, y1] = process.argv.slice(2)
const file = `/tmp/indep/scan/${n!.padStart(3, '0')}.jpg`
const ex = await examinePage(await decodePage(await openSource(file), 1, 200, true), rubric, { side: 'front', reads: true })
mkdirSync('/tmp/indep/dbg', { recursive: true })
const files = await writePageFiles(ex, '/tmp/indep/dbg')
const dpi = ex.evidence.dpi!
const first = (await readBest([files], dpi, ['eng']))[0]!
const second = (await readAgain([{ file: files.page, dpi }], ['eng']))[0]!
const field = rubric.types[0]!.fields.find(f => f.id === 'items')!
const src = (field.from[0] as any).table
for (const [name, words] of [
  ['first', first],
  ['second', second],
] as const) {
  console.log(name)
  const lines = new Map<number, string[]>()
  for (const w of [...words].sort((a, b) => a.y - b.y || a.x - b.x))
    if (w.y > Number(y0) && w.y < Number(y1)) {
      const k = w.line
      lines.set(k, [
        ...(lines.get(k) ?? []),
        `${w.text}@${w.x.toFixed(2)},${w.y.toFixed(2)}+${w.width.toFixed(2)}c${w.confidence.toFixed(2)}`,
      ])
    }
  for (const [k, v] of lines) console.log(' ', k, v.join(' | '))
  console.log(JSON.stringify(findRows([words], field.columns ?? [], src, ['eng'])?.rows.map(r => r.cells)))
}
const f = findRows([first], field.columns ?? [], src, ['eng']),
  s = findRows([second], field.columns ?? [], src, ['eng'])
console.log('agreed', JSON.stringify(agreedRows(f, s)?.rows.map(r => [r.cells, r.sure])))
