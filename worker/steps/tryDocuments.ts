import type { TriedDocument } from '../../core/fields/compareDocuments'
import { fillFields } from '../../core/fields/fill'
import { shownValue } from '../../core/fields/fieldValue'
import { readsDocuments } from '../../core/fields/recognise'
import type { PageEvidence, Word } from '../../core/model/evidence'
import type { Rubric } from '../../core/rubric/rubric'
import { inOrder } from '../../core/name/inOrder'
import { renderName } from '../../core/name/template'
import type { SplitDocument } from '../../core/split/types'
import { documentToMake } from '../../engine/documentToMake'
import type { PagePicture } from '../../engine/fillEvidence'
import { readInGroups } from '../../engine/reading'
import type { Learned } from '../../store/learned'
import { findOffice } from '../../store/setup/office'
import type { Work } from '../context'
import { findFor, type FoundFor } from './machineFill'

/** A page that documents under try are made of. */
export interface TriedPage extends PagePicture {
  blank: boolean
  /** The picture that reads best, where that is another. */
  reading: () => Promise<string | null>
  lone: PageEvidence['lone']
  /** Its words, where they are known. */
  words: readonly Word[] | null
  /** Keeps what was read of it, so that nobody need read it again. */
  keep: (words: Word[], languages: readonly string[]) => Promise<void>
  /** The name of the file that it came from; null for what was scanned. */
  from: string | null
}

/** What is known of what documents are tried on. */
export interface TriedBatch {
  name: string
  created: Date
  given: Record<string, string>
  learned: Learned | null
  /** The pages of one document, by their numbers in the batch. */
  pages: (numbers: readonly number[]) => Promise<TriedPage[]>
}

/** What was found once, for two rubrics over the same pages. */
export interface Known {
  /** Words that were read, by page. */
  words: Map<number, readonly Word[]>
  /** What documents were filled from, where both rubrics would ask the same of the same pages. */
  found: Map<string, Pick<FoundFor, 'type' | 'evidence'>>
}

/**
 * What a rubric makes of documents, as the machine alone decides: types, values, names of files. Pages that nobody has read yet are read.
 * @param known what another rubric's documents needed; what is found here is added
 */
export async function documentsUnder(
  work: Work,
  documents: readonly SplitDocument[],
  rubric: Rubric,
  batch: TriedBatch,
  known: Known,
  step: () => Promise<void>,
): Promise<TriedDocument[]> {
  const holders = new Map<string, string>()
  const { timeZone } = await findOffice(work.sql)
  const counters = inOrder()
  const found: TriedDocument[] = []
  const asks = JSON.stringify({ ...rubric, version: 0, split: null, files: null, send: null })
  for (const document of documents) {
    await step()
    const pages = await batch.pages(document.pages)
    const words = await wordsOf(document.pages, pages, rubric, known.words)
    const said = { type: document.type, said: document.typeSaid, barcode: document.barcode, numbers: document.pages }
    const key = JSON.stringify([asks, said])
    const { type, evidence } =
      known.found.get(key) ??
      (await findFor(work, rubric, {
        ...said,
        given: batch.given,
        learned: batch.learned,
        pages: words,
        file: pages[0]?.from ?? null,
        pictures: pages,
      }))
    known.found.set(key, { type, evidence })
    const held = (field: string, value: string) => [type?.id, field, value.toLowerCase()].join(' ')
    const { fields, candidates } = fillFields(type, { ...evidence, taken: (field, value) => holders.get(held(field, value)) ?? null })
    for (const [field, { value }] of Object.entries(fields)) holders.set(held(field, value), `document ${document.document} of this batch`)
    const about = { rubric, batch: batch.name, document: document.document, type: type?.id ?? null, fields, barcode: document.barcode }
    const { name } = documentToMake({ ...about, created: batch.created, timeZone, pages: [] })
    const [file] = rubric.files
    found.push({
      document: document.document,
      pages: document.pages,
      type: type?.label ?? null,
      name: file ? renderName(file.name, { ...name, pages: pages.length, counters: counters(document.document) }) : null,
      values: (type?.fields ?? []).map(field => {
        const value = fields[field.id]
        const [other] = value ? [] : (candidates[field.id] ?? [])
        return {
          field: field.id,
          label: field.label,
          value: value ? shownValue(field, value.value) : null,
          doubt: other ? `${shownValue(field, other.value)}: ${other.why}` : null,
        }
      }),
    })
  }
  return found
}

/** Words of a document's pages; those that nobody has read yet are read together, as a reading of the batch would do. */
async function wordsOf(
  numbers: readonly number[],
  pages: readonly TriedPage[],
  rubric: Rubric,
  known: Map<number, readonly Word[]>,
): Promise<(readonly Word[])[]> {
  const { languages } = rubric.read
  const unread: (TriedPage & { number: number })[] = []
  for (const [at, page] of pages.entries()) {
    const number = numbers[at]!
    if (known.has(number)) continue
    if (page.words) known.set(number, page.words)
    else if (readsDocuments(rubric) && !page.blank) unread.push({ ...page, number })
  }
  await readInGroups(
    unread,
    languages,
    async page => ({ page: await page.file(), reading: await page.reading(), lone: page.lone }),
    async (page, words) => {
      known.set(page.number, words)
      await page.keep(words, languages)
    },
  )
  return numbers.map(page => known.get(page) ?? [])
}
