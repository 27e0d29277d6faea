import type { FillEvidence } from '../../core/fields/evidence'
import { fillFields } from '../../core/fields/fill'
import { chosenValues, lookupSystems } from '../../core/fields/lookups'
import { recognisedType } from '../../core/fields/recognise'
import { likenessWords, likeType, typesSpeak } from '../../core/learning/likeness'
import { placeSpeaks } from '../../core/learning/places'
import type { Word } from '../../core/model/evidence'
import type { LearnedTypes } from '../../core/model/learned'
import type { LookupAnswers } from '../../core/model/lookup'
import { typeOf, type DocumentType, type Rubric } from '../../core/rubric/rubric'
import { withPictures, type PagePicture } from '../../engine/fillEvidence'
import { lookUp } from '../../connectors/lookUp'
import type { Learned } from '../../store/learned'
import { destinationToOpen } from '../../store/setup/grants'
import type { Work } from '../context'

/** What a document's type and values are found from. */
export interface FillFacts {
  /** What a rule or a person said of its type; `said` is false where nobody did, and its words may. */
  type: string | null
  said: boolean
  barcode: Record<string, string>
  given: Record<string, string>
  pages: readonly (readonly Word[])[]
  numbers: readonly number[]
  file: string | null
  pictures: readonly PagePicture[]
  learned: Learned | null
}

export interface FoundFor {
  type: DocumentType | null
  /** Why it is of that type, where it is like others. */
  why: string | null
  evidence: FillEvidence
  answers: LookupAnswers
}

/**
 * A document's type, where no rule said it, and what its fields are filled from: its barcode and words, then business records that
 * these values name.
 */
export async function findFor(work: Work, rubric: Rubric, facts: FillFacts): Promise<FoundFor> {
  const like = facts.said ? null : recognised(rubric, facts.pages, facts.learned?.types ?? null)
  const type = typeOf(rubric, facts.said ? facts.type : (like?.type ?? null))
  const places = Object.entries(facts.learned?.places[type?.id ?? ''] ?? {}).filter(([, place]) => placeSpeaks(place))
  const { barcode, given, pages, numbers, file, pictures } = facts
  const known = { barcode, given, pages, numbers, file, learned: Object.fromEntries(places), languages: rubric.read.languages, records: {} }
  const evidence = await withPictures(type, known, pictures, rubric)
  const onPaper = fillFields(type, evidence)
  const answers: LookupAnswers = {}
  for (const system of lookupSystems(type)) {
    const row = await destinationToOpen(work.sql, system)
    answers[system] = await lookUp(row, system, field => onPaper.fields[field]?.value ?? null)
  }
  return { type, why: like?.why ?? null, evidence: { ...evidence, records: chosenValues(answers) }, answers }
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
