import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { PageEvidence } from '../../core/model/evidence'
import type { BarcodeRule, Rubric } from '../../core/model/rubric'
import { bookOrder } from '../../core/split/bookOrder'
import { compareOutcomes } from '../../core/split/compare'
import { sheetAndSide } from '../../core/split/sheets'
import { splitPages } from '../../core/split/split'
import { readsBeforeSplitting } from '../../core/split/textRule'
import type { SplitPage } from '../../core/split/types'
import { readBest } from '../../engine/reading'
import { sidesOf } from '../../flow/sides'
import { rubricOfBatch, soundRubric } from '../../store/setup/rubrics'
import { tryEnded, tryProgress, tryToDo, type TryRow } from '../../store/setup/tries'
import { picturesOf } from '../../store/pages/pictures'
import type { TryOutcome } from '../../shared/views/rubrics'
import type { Attempt, Work } from '../context'
import { wordsOf } from '../lastFailure'
import { inTempFolder } from '../../engine/tempFolder'
import { sampleFiles, type Step } from './sampleFiles'

/** Somebody no longer wants to know. */
class Cancelled extends Error {}

type Tried = SplitPage & { id: number | null; picture: string | null }

/**
 * A draft over a batch's pages, beside its own rubric, or over files; or what its files come to. Nothing of it is stored but what
 * the asker looks at.
 */
export async function tryRubric(work: Work, { try: id }: { try: string }, attempt: Attempt): Promise<void> {
  const row = await tryToDo(work.sql, id)
  if (!row) return
  const step = async (done: number, of: number) => {
    if (!(await tryProgress(work.sql, id, done, of))) throw new Cancelled()
  }
  try {
    const draft = soundRubric(row.body)
    const outcome =
      row.what === 'files' && row.batch_id !== null
        ? await sampleFiles(work, row.batch_id, draft, step)
        : await tryToSplit(work, row, draft, step)
    await tryEnded(work.sql, id, outcome, null)
  } catch (error) {
    if (error instanceof Cancelled) return
    if (!attempt.last) throw error
    await tryEnded(work.sql, id, null, wordsOf(error))
  }
}

async function tryToSplit(work: Work, row: TryRow, draft: Rubric, step: Step): Promise<TryOutcome> {
  const pages = row.batch_id === null ? await pagesOfFile(work, row, draft, step) : await pagesOfBatch(work, row.batch_id, draft, step)
  const begun = performance.now()
  const after = splitPages(pages, draft)
  const milliseconds = performance.now() - begun
  const before =
    row.batch_id === null ? null : splitPages(await machineSides(work, row.batch_id), await rubricOfBatch(work.sql, row.batch_id))
  return {
    comparison: compareOutcomes(before, after),
    milliseconds,
    pages: pages.map(({ page, id: identity, sheet, side, picture }) => ({ page, id: identity, sheet, side, picture })),
  }
}

/** A batch's sides as the machine sees them, without what people said. */
async function machineSides(work: Work, batch: number) {
  return (await sidesOf(work.sql, batch, await rubricOfBatch(work.sql, batch), [])).filter(side => side.out === null)
}

const looksOf = (rubric: Rubric) =>
  rubric.split.rules
    .filter((rule): rule is BarcodeRule => rule.rule === 'barcode')
    .map(({ formats, zone, side }) => JSON.stringify({ formats, zone, side }))

/** A batch's sides under a draft: pixels are looked at again only where its rules look elsewhere than those of the batch did. */
async function pagesOfBatch(work: Work, batch: number, draft: Rubric, step: Step): Promise<Tried[]> {
  const known = looksOf(await rubricOfBatch(work.sql, batch))
  const again = looksOf(draft).some(look => !known.includes(look))
  const rules = draft.split.rules.filter((rule): rule is BarcodeRule => rule.rule === 'barcode')
  const sides = (await sidesOf(work.sql, batch, draft, [])).filter(side => side.out === null)
  const pictures = await picturesOf(work.sql, batch)
  const pages: Tried[] = []
  for (const [at, side] of sides.entries()) {
    await step(at, sides.length)
    const { page: blob, thumbnail } = pictures.get(side.id) ?? { page: null, thumbnail: null }
    let { evidence, words } = side
    if (evidence) evidence = { ...evidence, blank: evidence.ink <= draft.clean.blank.maxInk }
    if (evidence && blob && again && !evidence.blank)
      evidence = await seenAgain(work, await work.blobs.local(blob), evidence, side.side, rules, draft)
    if (evidence && blob && !evidence.blank && words === null && readsBeforeSplitting(draft))
      words = (await readBest([{ page: await work.blobs.local(blob), reading: null }], evidence.dpi, draft.read.languages))[0]!
    pages.push({ ...side, evidence, words, picture: thumbnail })
  }
  await step(sides.length, sides.length)
  return pages
}

async function seenAgain(
  work: Work,
  file: string,
  evidence: PageEvidence,
  side: 'front' | 'back',
  rules: BarcodeRule[],
  draft: Rubric,
): Promise<PageEvidence> {
  const reply = await work.examiners.codes(file, { side, dpi: evidence.dpi, rules, languages: draft.read.languages })
  if (reply.outcome !== 'codes') throw new Error(reply.outcome === 'failed' ? reply.error : reply.why)
  return { ...evidence, codes: reply.codes, unread: reply.unread }
}

/** The sides of a file, examined under the draft in a folder that is gone afterwards. */
async function pagesOfFile(work: Work, row: TryRow, draft: Rubric, step: Step): Promise<Tried[]> {
  return inTempFolder(async folder => {
    const file = join(folder, 'file')
    await writeFile(file, row.file ?? new Uint8Array())
    const spread = bookOrder(draft)
    const counted = await work.examiners.count(file, spread !== null)
    if (counted.outcome !== 'counted') throw new Error(counted.outcome === 'failed' ? counted.error : counted.why)
    const twoSided = draft.scan.sides === 'both'
    const pages: Tried[] = []
    for (let number = 1; number <= counted.pages; number++) {
      await step(number - 1, counted.pages)
      const { sheet, side } = sheetAndSide(number - 1, twoSided)
      for (const half of spread && counted.wide.includes(number) ? spread : [null]) {
        const reply = await work.examiners.examine({ file, page: number, side, half, rubric: draft, folder })
        const examined = reply.outcome === 'examined' ? reply : null
        const words =
          examined && !examined.evidence.blank && readsBeforeSplitting(draft)
            ? (examined.words ?? (await readBest([examined.files], examined.evidence.dpi, draft.read.languages))[0]!)
            : null
        pages.push({
          id: null,
          picture: null,
          page: pages.length + 1,
          sheet,
          side,
          answer: null,
          words,
          evidence: examined?.evidence ?? null,
          trouble: reply.outcome === 'unreadable' ? reply.why : reply.outcome === 'failed' ? reply.error : null,
        })
      }
    }
    return pages
  })
}
