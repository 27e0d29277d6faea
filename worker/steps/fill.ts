import { fillFields } from '../../core/fields/fill'
import { chosenValues, lookupSystems } from '../../core/fields/lookups'
import { recognisedType } from '../../core/fields/recognise'
import type { LookupAnswers } from '../../core/model/lookup'
import { typeOf } from '../../core/model/rubric'
import { lookUp } from '../../connectors/lookUp'
import { documentFilled } from '../../flow/fill'
import { findDocument } from '../../store/documents/read'
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
  const type = typeOf(rubric, facts.said ? facts.type : recognisedType(rubric, facts.pages))
  const { languages } = rubric.read
  const onPaper = fillFields(type, { ...facts, languages, records: {} })
  const answers: LookupAnswers = {}
  for (const system of lookupSystems(type)) {
    const row = await findDestination(work.sql, system)
    answers[system] = await lookUp(row, system, field => onPaper.fields[field]?.value ?? null)
  }
  const filled = fillFields(type, { ...facts, languages, records: chosenValues(answers) })
  await documentFilled(work, document, type?.id ?? null, filled, answers)
}
