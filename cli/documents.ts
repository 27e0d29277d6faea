import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import type { FillEvidence } from '../core/fields/evidence'
import { fillFields } from '../core/fields/fill'
import { readsDocuments, recognisedType } from '../core/fields/recognise'
import { writtenFields } from '../core/fields/written'
import { LedgerFile, type LedgerDocument } from '../core/model/ledger'
import { typeOf, type DocumentType, type Rubric } from '../core/rubric/rubric'
import type { SplitDocument } from '../core/split/types'
import { inOrder } from '../core/name/inOrder'
import { awakened } from '../core/text/restingWords'
import { documentToMake } from '../engine/documentToMake'
import { withPictures } from '../engine/fillEvidence'
import { makeFiles } from '../engine/makeFiles'
import type { Side } from './examineAll'
import type { Progress } from './progress'
import { isUnread, readAll } from './readAll'

type ExaminedSide = Side & { evidence: NonNullable<Side['evidence']>; files: NonNullable<Side['files']> }

function examined(side: Side, document: number): ExaminedSide {
  const { evidence, files } = side
  if (!evidence || !files) throw new Error(`Page ${side.page} is in document ${document} but was never examined.`)
  return side as ExaminedSide
}

/** A document with its type, its sides, and what its fields are filled from. */
interface DocumentFound {
  document: SplitDocument
  type: DocumentType | null
  sides: ExaminedSide[]
  evidence: FillEvidence
}

/**
 * Reads the documents' pages, fills their fields and makes their files. Files are made in order, one document after the other, since
 * values and names are given once; but while later pages are still read.
 */
export async function makeDocuments(
  documents: readonly SplitDocument[],
  byPage: ReadonlyMap<number, Side>,
  rubric: Rubric,
  { out, jobs }: { out: string; jobs: number },
  progress: Progress,
): Promise<LedgerDocument[]> {
  const unread = readsDocuments(rubric) ? documents.flatMap(({ pages }) => pages.map(page => byPage.get(page)!)).filter(isUnread) : []
  const left = new Map(documents.map((document, at) => [at, document.pages.length]))
  const documentOf = new Map(documents.flatMap(({ pages }, at) => pages.map(page => [page, at] as const)))
  const ready: number[] = []
  const pageDone = ({ page }: { page: number }) => {
    const at = documentOf.get(page)!
    left.set(at, left.get(at)! - 1)
    if (left.get(at) === 0) ready.push(at)
  }
  const waiting = new Set(unread.map(side => side.page))
  for (const page of documentOf.keys()) if (!waiting.has(page)) pageDone({ page })

  const found: DocumentFound[] = []
  const made: LedgerDocument[] = []
  const make = maker(rubric, out)
  const makeReady = async () => {
    for (let next; (next = found[made.length]);) {
      made.push(await make(next))
      if (waiting.size === 0) progress.step('Making files', made.length, documents.length)
    }
  }
  let making = Promise.resolve()
  const fillReady = async () => {
    for (let at; (at = ready.shift()) !== undefined;) {
      found[at] = await fill(documents[at]!, byPage, rubric)
      making = making.then(makeReady)
      // Its failure is told at the end, where it is awaited.
      making.catch(() => undefined)
    }
  }
  await readAll(unread, rubric, jobs, progress, async sides => {
    for (const side of sides) {
      waiting.delete(side.page)
      pageDone(side)
    }
    await fillReady()
  })
  await Promise.all(Array.from({ length: jobs }, fillReady))
  await making
  return made
}

/** Gathers what a document's fields are filled from. */
async function fill(document: SplitDocument, byPage: ReadonlyMap<number, Side>, rubric: Rubric): Promise<DocumentFound> {
  const sides = document.pages.map(page => examined(byPage.get(page)!, document.document))
  const words = awakened(sides.map(side => () => side.words ?? []))
  const type = typeOf(rubric, document.typeSaid ? document.type : recognisedType(rubric, words))
  const known: FillEvidence = {
    barcode: document.barcode,
    pages: words,
    numbers: document.pages,
    file: basename(sides[0]!.source),
    languages: rubric.read.languages,
    records: {},
  }
  const pictures = sides.map(({ files, evidence, bornDigital }) => ({
    file: () => Promise.resolve(files.page),
    dpi: evidence.dpi,
    bornDigital,
  }))
  return { document, type, sides, evidence: await withPictures(type, known, pictures, rubric) }
}

/** Fills a document's fields and makes its files; to be asked in the documents' order. */
function maker(rubric: Rubric, out: string): (found: DocumentFound) => Promise<LedgerDocument> {
  const names = new Set<string>()
  /** Who has which value, where it may be there once. */
  const holders = new Map<string, string>()
  const created = new Date()
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions()
  const counted = inOrder()
  return async ({ document, type, sides, evidence }) => {
    const held = (field: string, value: string) => `${type?.id} ${field} ${value.toLowerCase()}`
    const filled = fillFields(type, { ...evidence, taken: (field, value) => holders.get(held(field, value)) ?? null })
    for (const [field, { value }] of Object.entries(filled.fields))
      holders.set(held(field, value), `document ${document.document} of this batch`)
    const toMake = documentToMake({
      timeZone,
      rubric,
      batch: rubric.name,
      document: document.document,
      type: type?.id ?? null,
      fields: filled.fields,
      barcode: document.barcode,
      created,
      pages: sides.map(side => ({
        file: side.files.page,
        mono: side.mono,
        widthPx: side.evidence.widthPx,
        heightPx: side.evidence.heightPx,
        dpi: side.evidence.dpi,
        get words() {
          return side.words ?? []
        },
        sheet: side.sheet,
        side: side.side,
        ...(side.bornDigital && side.sourcePage ? { born: { file: side.source, page: side.sourcePage } } : {}),
      })),
    })
    toMake.name.counters = counted(document.document)
    const files = await makeFiles(rubric.files, toMake, out, {
      has: name => names.has(name) || name === 'ledger.json' || existsSync(join(out, name)),
      add: name => names.add(name),
    })
    return {
      document: document.document,
      type: type?.id ?? null,
      pages: document.pages,
      fields: writtenFields(type, filled.fields, filled.candidates),
      missing: filled.missing,
      files: files.map(file => LedgerFile.parse(file)),
    }
  }
}
