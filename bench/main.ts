import { mkdir, mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { readRubric } from '../core/rubric/readRubric'
import type { Rubric } from '../core/rubric/rubric'
import { Ledger } from '../core/model/ledger'
import { Examiners } from '../engine/examiners'
import { bareExamine, bareOcr } from './bare'
import { residentMegabytes } from './memory'
import { splitting } from './splitting'
import { drawSides, fullPages, permitFiles, type DrawnSide } from './paper'

// Ratios to the bare engines, measured in the same run. `npm run bench -- 200` examines 200 sides instead of 1,000.

const cores = availableParallelism()
const sides = Number(process.argv[2] ?? 1000)
const rubricFile = fileURLToPath(new URL('../run/demo/mooring-permits.rubric.json', import.meta.url))
const read = readRubric(JSON.parse(await readFile(rubricFile, 'utf8')))
if (!read.ok) throw new Error('The demo rubric is not sound.')
const folder = await mkdtemp(join(tmpdir(), 'rubricator-bench-'))
const line = (name: string, value: string, target = '') => console.log(`${name.padEnd(52)} ${value.padStart(16)}  ${target}`)
const oneDecimal = (value: number) => value.toFixed(1)

/** Seconds over `count` sides, and the largest process's resident memory at ten points. */
async function examine(rubric: Rubric, drawn: readonly DrawnSide[], count: number): Promise<{ seconds: number; memory: number[] }> {
  const examiners = new Examiners(cores)
  const memory: number[] = []
  const work = join(folder, 'examined')
  await mkdir(work, { recursive: true })
  const one = async (at: number) => {
    const { file, side } = drawn[at % drawn.length]!
    const own = join(work, String(at % 16))
    await mkdir(own, { recursive: true })
    const reply = await examiners.examine({ file, page: 1, side, rubric, folder: own })
    if (reply.outcome !== 'examined') throw new Error(`${file}: ${reply.outcome}`)
  }
  await Promise.all(Array.from({ length: cores }, (_, at) => one(at)))
  let next = 0
  const begun = performance.now()
  await Promise.all(
    Array.from({ length: cores }, async () => {
      while (next < count) {
        if (next % Math.ceil(count / 10) === 0) memory.push(Math.max(...(await Promise.all(examiners.processes.map(residentMegabytes)))))
        await one(next++)
      }
    }),
  )
  const seconds = (performance.now() - begun) / 1000
  examiners.dispose()
  return { seconds, memory }
}

/** Seconds of the command line over a folder, and its ledger. */
async function wholePath(rubric: string, input: string, out: string): Promise<{ seconds: number; ledger: Ledger }> {
  const begun = performance.now()
  const child = spawn(
    process.execPath,
    [fileURLToPath(new URL('../cli/rubricator.mjs', import.meta.url)), 'run', '--rubric', rubric, '--out', out, input],
    { stdio: 'ignore' },
  )
  await once(child, 'exit')
  const seconds = (performance.now() - begun) / 1000
  return { seconds, ledger: Ledger.parse(JSON.parse(await readFile(join(out, 'ledger.json'), 'utf8'))) }
}

/** The whole path over a folder beside tesseract alone over the pages that were kept. */
async function againstOcr(name: string, rubric: string, input: string, target: string) {
  const { seconds, ledger } = await wholePath(rubric, input, `${input}-out`)
  const kept = ledger.pages.filter(page => page.document !== null)
  const ocr = await bareOcr(
    kept.map(page => page.source),
    cores,
  )
  line(`whole path, ${name}, sides a minute`, oneDecimal((ledger.totals.scanned / seconds) * 60))
  line('  against OCR of the same pages alone', `${(seconds / ocr).toFixed(2)} ×`, target)
  return { ledger, kept }
}

try {
  line('splitting 10,000 pages of evidence, milliseconds', oneDecimal(splitting(10_000)), 'at most 200')
  console.log(`\n${cores} cores, 200 dpi A4, the demo's permit files\n`)
  for (const mode of ['mono', 'grey'] as const) {
    const drawn = await drawSides(join(folder, mode), permitFiles(), mode)
    const count = mode === 'mono' ? sides : Math.min(sides, 200)
    const ours = await examine(read.rubric, drawn, count)
    const bare =
      (await bareExamine(
        drawn.map(side => side.file),
        cores,
      )) / drawn.length
    line(`examine, ${mode} scans, sides a minute`, oneDecimal((count / ours.seconds) * 60), mode === 'mono' ? 'at least 240' : '')
    line('  against decoding and one barcode pass', `${(ours.seconds / count / bare).toFixed(2)} ×`, mode === 'mono' ? 'at most 1.5' : '')
    const anywhere = {
      ...read.rubric,
      split: { ...read.rubric.split, rules: [{ rule: 'barcode' as const, formats: [], side: 'any' as const, sheet: 'keep' as const }] },
    }
    const everywhere = await examine(anywhere, drawn, Math.min(count, 200))
    line(
      '  the same, a rule that looks over the whole page',
      `${(everywhere.seconds / Math.min(count, 200) / bare).toFixed(2)} ×`,
      mode === 'mono' ? 'at most 2' : '',
    )
    line('  memory of an examining process, MB, over the run', '', 'flat')
    console.log(`    ${ours.memory.map(megabytes => megabytes.toFixed(0)).join(' ')}`)

    if (mode === 'mono') {
      const cleaned = await examine(
        {
          ...read.rubric,
          scan: { ...read.rubric.scan, lighten: 1, sharpness: 1 },
          clean: { ...read.rubric.clean, remove: ['borders', 'holes', 'specks', 'streaks'] },
        },
        drawn,
        Math.min(count, 300),
      )
      line(
        'examine with all clean-up, mono scans, sides a minute',
        oneDecimal((Math.min(count, 300) / cleaned.seconds) * 60),
        'at least 240',
      )
    }
    const { ledger, kept } = await againstOcr(`permit files, half of the sides blank, ${mode}`, rubricFile, join(folder, mode), '')
    if (mode === 'mono') {
      const pdf = ledger.documents.flatMap(document => document.files).reduce((sum, file) => sum + file.bytes, 0)
      const tiff = (await Promise.all(kept.map(page => stat(page.source)))).reduce((sum, file) => sum + file.size, 0)
      line('PDF/A bytes a mono page', oneDecimal(pdf / kept.length))
      line('  against the scan as a bare G4 TIFF', `${(pdf / tiff).toFixed(2)} ×`, 'at most 1.1')
    }
  }
  const oneSided = join(folder, 'one-sided.json')
  // No fields: what is asked is what the path costs beside reading once.
  const prose = {
    ...read.rubric,
    types: [],
    defaultType: undefined,
    scan: { ...read.rubric.scan, sides: 'one' },
    split: { rules: [{ rule: 'count', pages: 5 }] },
    files: [{ format: 'pdf-a', name: '{seq:3}' }],
    send: [],
  }
  await writeFile(oneSided, JSON.stringify(prose))
  await drawSides(join(folder, 'full'), fullPages(30), 'mono')
  await againstOcr('full pages of text, mono', oneSided, join(folder, 'full'), 'at most 1.15')
} finally {
  await rm(folder, { recursive: true, force: true })
}
