import { mkdtemp, rm, writeFile, mkdir } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Rubric } from '../core/rubric/rubric'
import { examinePage } from '../engine/examine'
import { readPages } from '../engine/ocr'
import { writePageFiles } from '../engine/pageFiles'
import { readBest } from '../engine/reading'
import { decodePage, openSource } from '../engine/sources'
import { poorPages } from './poorPages'
import { recall } from './recall'

// How much of poor pages is read, against the bare engine on the same files: `npm run bench:reading -- 3 2` for seed 3, two pages each.

const [seed, each] = [Number(process.argv[2] ?? 1), Number(process.argv[3] ?? 1)]
const languages = ['eng']
const texts = (pages: readonly { text: string }[][]) => pages[0]!.map(word => word.text)

const folder = await mkdtemp(join(tmpdir(), 'rubricator-bench-'))
const sums = new Map<string, { bare: number; mono: number; grey: number; pages: number; poor: boolean }>()
let [bareSeconds, ourSeconds] = [0, 0]
const seconds = async <T>(work: () => Promise<T>): Promise<[T, number]> => {
  const begun = performance.now()
  return [await work(), (performance.now() - begun) / 1000]
}
for (const [at, { kind, poor, dpi, picture, words }] of (await poorPages(seed, each)).entries()) {
  const file = join(folder, `${at}.jpg`)
  await writeFile(file, picture)
  const [bare, took] = await seconds(() => readPages([file], dpi, languages))
  bareSeconds += took
  const row = sums.get(kind) ?? { bare: 0, mono: 0, grey: 0, pages: 0, poor }
  row.bare += recall(texts(bare), words)
  row.pages++
  for (const colour of ['mono', 'grey'] as const) {
    const rubric = Rubric.parse({ version: 1, name: 'Reading', scan: { colour } })
    const [read, tookUs] = await seconds(async () => {
      const examined = await examinePage(await decodePage(await openSource(file), 1, dpi, true), rubric, { side: 'front', reads: true })
      const own = join(folder, `${at}-${colour}`)
      await mkdir(own)
      return readBest([{ ...(await writePageFiles(examined, own)), lone: examined.evidence.lone }], dpi, languages)
    })
    row[colour] += recall(texts(read), words)
    ourSeconds += tookUs / 2
  }
  sums.set(kind, row)
}
await rm(folder, { recursive: true })

const percent = (share: number) => (share * 100).toFixed(1).padStart(8)
const line = (name: string, rows: readonly { bare: number; mono: number; grey: number; pages: number }[]) => {
  const mean = (of: 'bare' | 'mono' | 'grey') => rows.reduce((sum, row) => sum + row[of], 0) / rows.reduce((sum, row) => sum + row.pages, 0)
  console.log(`${name.padEnd(24)} ${percent(mean('bare'))} ${percent(mean('mono'))} ${percent(mean('grey'))}`)
}
console.log(`${'words read, in 100'.padEnd(24)} ${'bare'.padStart(8)} ${'mono'.padStart(8)} ${'grey'.padStart(8)}`)
for (const [kind, row] of sums) line(kind, [row])
line(
  'good pages',
  [...sums.values()].filter(row => !row.poor),
)
line(
  'poor pages',
  [...sums.values()].filter(row => row.poor),
)
console.log(`time with examining, against the bare engine alone: ${(ourSeconds / bareSeconds).toFixed(2)}`)
