import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { isDeepStrictEqual } from 'node:util'
import { compareDocuments, firstOfBoth } from '../../core/fields/compareDocuments'
import { readsDocuments } from '../../core/fields/recognise'
import type { PageEvidence, Word } from '../../core/model/evidence'
import type { BarcodeRule, Rubric } from '../../core/rubric/rubric'
import { bookOrder } from '../../core/split/bookOrder'
import { compareOutcomes } from '../../core/split/compare'
import { sheetAndSide } from '../../core/split/sheets'
import { splitPages } from '../../core/split/split'
import { readsBeforeSplitting } from '../../core/split/textRule'
import type { SplitPage } from '../../core/split/types'
import { readBest } from '../../engine/reading'
import { pageRead } from '../../flow/read'
import { sidesOf } from '../../flow/sides'
import { rubricOfBatch, soundRubric } from '../../store/setup/rubrics'
import { tryEnded, tryProgress, tryToDo, type TryRow } from '../../store/setup/tries'
import { batchToTry } from '../../store/batches/toTry'
import { picturesOf, wordsOfPages } from '../../store/pages/pictures'
import type { TryOutcome } from '../../shared/views/rubrics'
import type { Attempt, Work } from '../context'
import { wordsOf } from '../lastFailure'
import { inTempFolder } from '../../engine/tempFolder'
import { sampleFiles, type Step } from './sampleFiles'
import { documentsUnder, type Known, type TriedBatch, type TriedPage } from './tryDocuments'

/** Somebody no longer wants to know. */
class Cancelled extends Error {}

type Tried = SplitPage & { id: number | null; picture: string | null }

/** Sides under a draft, and what documents of them are tried with. */
interface Sides {
  sides: Tried[]
  batch: TriedBatch
}

/** Documents of which values and names are shown; more would say the same, and take long. */
const mostDocuments = 200

/**
 * A draft over a batch's pages, beside its own rubric, or over files; or what its files come to. Nothing of it is stored but what
 * the asker looks at, and the words of pages that nobody had read yet.
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
        : await inTempFolder(folder => tryToSplit(work, row, draft, step, folder))
    await tryEnded(work.sql, id, outcome, null)
  } catch (error) {
    if (error instanceof Cancelled) return
    if (!attempt.last) throw error
    await tryEnded(work.sql, id, null, wordsOf(error))
  }
}

async function tryToSplit(work: Work, row: TryRow, draft: Rubric, step: Step, folder: string): Promise<TryOutcome> {
  const { sides, batch } =
    row.batch_id === null ? await sidesOfFile(work, row, draft, step, folder) : await sidesOfBatch(work, row.batch_id, draft, step)
  const begun = performance.now()
  const after = splitPages(sides, draft)
  const milliseconds = performance.now() - begun
  const today = row.batch_id === null ? null : await rubricOfBatch(work.sql, row.batch_id)
  const before = today && splitPages(await machineSides(work, row.batch_id!, today), today)
  const places = new Map(sides.map(({ page }, at) => [page, at]))
  const [old, made] = firstOfBoth(before?.documents ?? [], after.documents, mostDocuments, page => places.get(page)!)
  let done = 0
  const next = () => step(sides.length + done++, sides.length + old.length + made.length)
  const known: Known = { words: new Map(), found: new Map() }
  const documents = {
    before: today && (await documentsUnder(work, old, today, batch, known, next)),
    after: await documentsUnder(work, made, draft, batch, known, next),
  }
  return {
    comparison: compareOutcomes(before, after),
    milliseconds,
    pages: sides.map(({ page, id: identity, sheet, side, picture }) => ({ page, id: identity, sheet, side, picture })),
    documents: compareDocuments(documents.before, documents.after),
  }
}

/** A batch's sides as the machine sees them, without what people said. */
async function machineSides(work: Work, batch: number, rubric: Rubric) {
  return (await sidesOf(work.sql, batch, rubric, [])).filter(side => side.out === null)
}

const looksOf = (rubric: Rubric) =>
  rubric.split.rules
    .filter((rule): rule is BarcodeRule => rule.rule === 'barcode')
    .map(({ formats, zone, side }) => JSON.stringify({ formats, zone, side }))

/** A batch's sides under a draft: pixels are looked at again only where its rules look elsewhere than those of the batch did. */
async function sidesOfBatch(work: Work, batch: number, draft: Rubric, step: Step): Promise<Sides> {
  const today = await rubricOfBatch(work.sql, batch)
  const known = looksOf(today)
  const again = looksOf(draft).some(look => !known.includes(look))
  const rules = draft.split.rules.filter((rule): rule is BarcodeRule => rule.rule === 'barcode')
  const sides = await machineSides(work, batch, draft)
  const pictures = await picturesOf(work.sql, batch)
  const tried: Tried[] = []
  for (const [at, side] of sides.entries()) {
    await step(at, sides.length)
    const { page: blob, thumbnail } = pictures.get(side.id) ?? { page: null, thumbnail: null }
    let { evidence, words } = side
    if (evidence) evidence = { ...evidence, blank: evidence.ink <= draft.clean.blank.maxInk }
    if (evidence && blob && again && !evidence.blank)
      evidence = await seenAgain(work, await work.blobs.local(blob), evidence, side.side, rules, draft)
    if (evidence && blob && !evidence.blank && words === null && readsBeforeSplitting(draft))
      words = (
        await readBest([{ page: await work.blobs.local(blob), reading: null, lone: evidence.lone }], evidence.dpi, draft.read.languages)
      )[0]!
    tried.push({ ...side, evidence, words, picture: thumbnail })
  }
  await step(sides.length, sides.length)
  const byNumber = new Map(tried.map(side => [side.page, side]))
  return {
    sides: tried,
    batch: {
      ...(await batchToTry(work.sql, batch)),
      pages: async numbers => {
        const pages = numbers.map(number => byNumber.get(number)!)
        const read = await wordsOfPages(
          work.sql,
          pages.map(({ id }) => id!),
        )
        return pages.map(({ id, evidence, words }) => {
          const picture = pictures.get(id!)!
          return {
            file: () => work.blobs.local(picture.page),
            reading: async () => picture.reading && (await work.blobs.local(picture.reading)),
            lone: evidence!.lone,
            dpi: evidence!.dpi,
            blank: evidence!.blank,
            bornDigital: picture.bornDigital,
            words: words ?? read.get(id!) ?? null,
            // Its own reading would say the same, where there is one, and in the same languages.
            keep: async (words: Word[], languages: readonly string[]) => {
              if (readsDocuments(today) && isDeepStrictEqual(languages, today.read.languages))
                await pageRead(work, { id: id!, page_blob: picture.page }, batch, words)
            },
            from: picture.file,
          }
        })
      },
    },
  }
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

/** The sides of a file, examined under the draft; the folder is gone when all is tried. */
async function sidesOfFile(work: Work, row: TryRow, draft: Rubric, step: Step, folder: string): Promise<Sides> {
  const file = join(folder, 'file')
  await writeFile(file, row.file ?? new Uint8Array())
  const spread = bookOrder(draft)
  const counted = await work.examiners.count(file, spread !== null)
  if (counted.outcome !== 'counted') throw new Error(counted.outcome === 'failed' ? counted.error : counted.why)
  const twoSided = draft.scan.sides === 'both'
  const sides: Tried[] = []
  const pages = new Map<number, TriedPage>()
  for (let number = 1; number <= counted.pages; number++) {
    await step(number - 1, counted.pages)
    const { sheet, side } = sheetAndSide(number - 1, twoSided)
    for (const half of spread && counted.wide.includes(number) ? spread : [null]) {
      const own = join(folder, String(sides.length))
      await mkdir(own)
      const reply = await work.examiners.examine({ file, page: number, side, half, rubric: draft, folder: own })
      const examined = reply.outcome === 'examined' ? reply : null
      const words =
        examined && !examined.evidence.blank && readsBeforeSplitting(draft)
          ? (examined.words ??
            (await readBest([{ ...examined.files, lone: examined.evidence.lone }], examined.evidence.dpi, draft.read.languages))[0]!)
          : (examined?.words ?? null)
      const page = sides.length + 1
      sides.push({
        id: null,
        picture: null,
        page,
        sheet,
        side,
        answer: null,
        words,
        evidence: examined?.evidence ?? null,
        trouble: reply.outcome === 'unreadable' ? reply.why : reply.outcome === 'failed' ? reply.error : null,
      })
      if (examined) {
        const { evidence, files, bornDigital } = examined
        pages.set(page, {
          file: () => Promise.resolve(files.page),
          reading: () => Promise.resolve(files.reading),
          lone: evidence.lone,
          dpi: evidence.dpi,
          blank: evidence.blank,
          bornDigital,
          words,
          keep: () => Promise.resolve(),
          from: row.file_name,
        })
      }
    }
  }
  const batch = { name: row.file_name ?? '', created: new Date(), given: {}, learned: null }
  return { sides, batch: { ...batch, pages: numbers => Promise.resolve(numbers.map(number => pages.get(number)!)) } }
}
