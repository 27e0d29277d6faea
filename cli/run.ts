import { mkdir, mkdtemp, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readsDocuments } from '../core/fields/recognise'
import { makeLedger, seenOn } from '../core/ledger/ledger'
import type { Ledger } from '../core/model/ledger'
import type { Rubric } from '../core/rubric/rubric'
import { readsBeforeSplitting } from '../core/split/textRule'
import { splitPages } from '../core/split/split'
import { Examiners } from '../engine/examiners'
import { readableLanguages } from '../engine/ocr'
import { UsageError } from './usage'
import { inputFiles, isFolder } from './inputs'
import { Progress } from './progress'
import { loadRubric } from './rubricFile'
import { standardInput, standardInputAs } from './standardInput'
import { examineAll } from './examineAll'

export interface RunOptions {
  rubricFile: string
  out: string
  jobs: number
  json: boolean
  inputs: string[]
}

/** The whole pipeline without a server or database. */
export async function run(options: RunOptions): Promise<number> {
  const rubric = await loadRubric(options.rubricFile)
  const examiners = new Examiners(options.jobs)
  const work = await mkdtemp(join(tmpdir(), 'rubricator-run-'))
  const progress = new Progress()
  try {
    // They start while all else is looked at.
    if (options.inputs.length > 1 || (await isFolder(options.inputs[0]!))) examiners.begin()
    await checkLanguages(rubric)
    await prepareOut(options.out)
    const given = options.inputs.includes(standardInput) ? await standardInputAs(join(work, 'standard-input')) : null
    const inputs = options.inputs.map(input => (input === standardInput ? given! : input))
    const examined = examineAll(examiners, await inputFiles(inputs), rubric, work, options.jobs, progress)
    // What reads pages and makes files is taken in while the processes that look at pages start.
    const [sides, { readAll }, { makeDocuments }] = await Promise.all([examined, import('./readAll'), import('./documents')])
    examiners.dispose()
    if (readsBeforeSplitting(rubric))
      await readAll(
        sides.filter(side => side.evidence && !side.evidence.blank),
        rubric,
        options.jobs,
        progress,
      )
    const outcome = splitPages(sides, rubric)
    const byPage = new Map(sides.map(side => [side.page, side]))
    const documents = await makeDocuments(outcome.documents, byPage, rubric, options, progress)
    const fates = new Map(outcome.pages.map(page => [page.page, page]))
    const ledger = makeLedger(
      rubric.name,
      sides.map(side => {
        const { fate, why, document } = fates.get(side.page)!
        return {
          page: side.page,
          source: side.source === given ? standardInput : side.source,
          sourcePage: side.sourcePage,
          sheet: side.sheet,
          side: side.side,
          ...(side.half ? { half: side.half } : {}),
          ...seenOn(side.evidence),
          fate,
          why,
          document,
        }
      }),
      documents,
    )
    await writeFile(join(options.out, 'ledger.json'), `${JSON.stringify(ledger, null, 2)}\n`)
    progress.clear()
    report(ledger, options)
    return ledger.totals.unreadable + ledger.totals.held > 0 ? 3 : 0
  } finally {
    examiners.dispose()
    await rm(work, { recursive: true, force: true })
  }
}

async function checkLanguages(rubric: Rubric): Promise<void> {
  if (!readsDocuments(rubric) && !readsBeforeSplitting(rubric) && !rubric.redact?.patterns.length) return
  const known = await readableLanguages()
  rubric.read.languages.forEach((language, at) => {
    if (!known.includes(language)) {
      throw new UsageError(
        `read.languages[${at}]: found "${language}", expected one of ${known.map(one => `"${one}"`).join(', ')}; or install ` +
          `Debian's package tesseract-ocr-${language.replaceAll('_', '-')}`,
      )
    }
  })
}

async function prepareOut(out: string): Promise<void> {
  const existing = await stat(out).catch(() => null)
  if (existing && !existing.isDirectory()) throw new UsageError(`--out: "${out}" is a file, expected a folder.`)
  await mkdir(out, { recursive: true })
}

/** A path on one line, whatever somebody put into its name. */
const printable = (path: string) => path.replace(/[\p{Cc}\u2028\u2029\u202a-\u202e]/gu, letter => JSON.stringify(letter).slice(1, -1))

function report(ledger: Ledger, options: RunOptions): void {
  if (options.json) {
    console.log(JSON.stringify(ledger, null, 2))
    return
  }
  const { scanned, kept, blank, separator, unreadable, held } = ledger.totals
  console.log(
    `${scanned} sides: ${kept} kept, ${blank} blank, ${separator} separators, ${unreadable} unreadable, ${held} waiting for a person.`,
  )
  console.log(
    `${ledger.documents.length} documents, ${ledger.documents.flatMap(document => document.files).length} files in ` +
      `${options.out}; the account is in ${join(options.out, 'ledger.json')}.`,
  )
  for (const page of ledger.pages) {
    if (page.fate === 'unreadable' || page.fate === 'held') {
      console.log(`  ${printable(page.source)}${page.sourcePage === null ? '' : `, page ${page.sourcePage}`}: ${page.why}`)
    }
  }
}
