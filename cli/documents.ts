import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import type { FillEvidence } from '../core/fields/evidence'
import { fillFields } from '../core/fields/fill'
import { recognisedType } from '../core/fields/recognise'
import { writtenFields } from '../core/fields/written'
import { LedgerFile, type LedgerDocument } from '../core/model/ledger'
import { typeOf, type DocumentType, type Rubric } from '../core/model/rubric'
import type { SplitDocument } from '../core/split/types'
import { inOrder } from '../core/name/inOrder'
import { documentToMake } from '../engine/documentToMake'
import { withPictures } from '../engine/fillEvidence'
import { makeFiles } from '../engine/makeFiles'
import type { Side } from './examineAll'
import { inParallel } from './inParallel'
import type { Progress } from './progress'

/** A document with its type, its sides, and what its fields are filled from. */
export interface DocumentFound {
  document: SplitDocument
  type: DocumentType | null
  sides: ExaminedSide[]
  evidence: FillEvidence
}

type ExaminedSide = Side & { evidence: NonNullable<Side['evidence']>; files: NonNullable<Side['files']> }

function examined(side: Side, document: number): ExaminedSide {
  const { evidence, files } = side
  if (!evidence || !files) throw new Error(`Page ${side.page} is in document ${document} but was never examined.`)
  return { ...side, evidence, files }
}

/** Gathers for each document what its fields are filled from. */
export async function fillAll(
  documents: readonly SplitDocument[],
  byPage: ReadonlyMap<number, Side>,
  rubric: Rubric,
  jobs: number,
  progress: Progress,
): Promise<DocumentFound[]> {
  const found: DocumentFound[] = []
  let done = 0
  await inParallel([...documents.entries()], jobs, async ([at, document]) => {
    const sides = document.pages.map(page => examined(byPage.get(page)!, document.document))
    const words = sides.map(side => side.words ?? [])
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
    found[at] = { document, type, sides, evidence: await withPictures(type, known, pictures, rubric) }
    progress.step('Filling', ++done, documents.length)
  })
  return found
}

/** Fills each document's fields and makes its files, in order. */
export async function makeAll(
  documents: readonly DocumentFound[],
  rubric: Rubric,
  out: string,
  progress: Progress,
): Promise<LedgerDocument[]> {
  const made: LedgerDocument[] = []
  const names = new Set<string>()
  /** Who has which value, where it may be there once. */
  const holders = new Map<string, string>()
  const created = new Date()
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions()
  const counted = inOrder()
  for (const { document, type, sides, evidence } of documents) {
    progress.step('Making files', made.length, documents.length)
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
        words: side.words ?? [],
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
    made.push({
      document: document.document,
      type: type?.id ?? null,
      pages: document.pages,
      fields: writtenFields(type, filled.fields, filled.candidates),
      missing: filled.missing,
      files: files.map(file => LedgerFile.parse(file)),
    })
  }
  return made
}
