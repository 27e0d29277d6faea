import type { FillEvidence } from '../../core/fields/evidence'
import { fillFields, type Filled } from '../../core/fields/fill'
import { chosenValues, lookupSystems } from '../../core/fields/lookups'
import { recognisedType } from '../../core/fields/recognise'
import { likenessWords, likeType, typesSpeak } from '../../core/learning/likeness'
import { placeSpeaks } from '../../core/learning/places'
import type { Word } from '../../core/model/evidence'
import type { LearnedTypes } from '../../core/model/learned'
import type { LookupAnswers } from '../../core/model/lookup'
import { typeOf, type DocumentType, type Rubric } from '../../core/model/rubric'
import { withPictures } from '../../engine/fillEvidence'
import { lookUp } from '../../connectors/lookUp'
import { documentFilled } from '../../flow/fill'
import { findDocument } from '../../store/documents/read'
import { holdersOf } from '../../store/documents/holders'
import { valuesOf } from '../../store/documents/search'
import { documentToFill } from '../../store/documents/toFill'
import { findDestination } from '../../store/setup/destinations'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Work } from '../context'

/**
 * One document: its type, where no rule said it; index values from its barcode and words, then from business records
 * that these values name.
 */
export async function fill(work: Work, { document: id }: { document: number }): Promise<void> {
  const document = await findDocument(work.sql, id)
  if (!document || document.filled) return
  const rubric = await rubricOfBatch(work.sql, document.batch_id)
  const facts = await documentToFill(work.sql, id)
  const { learned } = facts
  const like = facts.said ? null : recognised(rubric, facts.pages, learned?.types ?? null)
  const type = typeOf(rubric, facts.said ? facts.type : (like?.type ?? null))
  const { languages } = rubric.read
  const pictures = facts.pictures.map(({ blob, ...page }) => ({ file: () => work.blobs.local(blob), ...page }))
  const places = Object.entries(learned?.places[type?.id ?? ''] ?? {}).filter(([, place]) => placeSpeaks(place))
  const known = { ...facts, learned: Object.fromEntries(places), languages, records: {} }
  const evidence = await withPictures(type, known, pictures, rubric)
  const onPaper = fillFields(type, evidence)
  const answers: LookupAnswers = {}
  for (const system of lookupSystems(type)) {
    const row = await findDestination(work.sql, system)
    answers[system] = await lookUp(row, system, field => onPaper.fields[field]?.value ?? null)
  }
  const filled = await withoutDoubles(work, id, type, { ...evidence, records: chosenValues(answers) })
  await documentFilled(work, document, { type: type?.id ?? null, why: like?.why ?? null }, filled, answers)
}

/** The type that a document's own words say, else the one that it is like; null where it is like none. */
function recognised(
  rubric: Rubric,
  pages: readonly (readonly Word[])[],
  learned: LearnedTypes | null,
): { type: string; why: string | null } | null {
  const said = recognisedType(rubric, pages)
  if (said !== null) return { type: said, why: null }
  const like = learned && typesSpeak(learned) ? likeType(learned.marks, pages[0] ?? []) : null
  const type = rubric.types.find(one => one.id === like?.type)
  return like && type ? { type: type.id, why: likenessWords(like, type.label) } : null
}

/** Filled again as long as a value turns up that may be there once and that another document has. */
async function withoutDoubles(work: Work, document: number, type: DocumentType | null, evidence: FillEvidence): Promise<Filled> {
  const taken = new Map<string, string>()
  for (;;) {
    const filled = fillFields(type, { ...evidence, taken: (field, value) => taken.get(`${field} ${value}`) ?? null })
    const holders = await holdersOf(work.sql, document, type, valuesOf(filled.fields))
    if (holders.size === 0) return filled
    for (const [field, holder] of holders) taken.set(`${field} ${filled.fields[field]!.value}`, holder)
  }
}
