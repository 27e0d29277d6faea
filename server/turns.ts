import { only, twiceFields } from '../core/fields/twice'
import { typeOf, type Rubric } from '../core/rubric/rubric'
import type { DocumentDetail, DocumentPage } from '../shared/views/documents'
import { entriesOf } from '../store/documents/entries'
import { valuesOf } from '../store/documents/search'
import type { Sql } from '../store/database'

type Turn = Pick<DocumentPage, 'twice' | 'keyedBefore' | 'keyed' | 'lookups'>

/**
 * What somebody may see of a document whose fields are keyed twice: in the first and second turn nothing that others, or
 * the machine, said of these fields; in the third what both keyed.
 */
export async function turnAt(sql: Sql, rubric: Rubric, document: DocumentDetail, person: string): Promise<Turn> {
  const { lookups } = document
  const twice = document.state === 'open' && document.edition === 1 ? twiceFields(rubric, typeOf(rubric, document.type)) : []
  if (twice.length === 0) return { twice, keyedBefore: false, keyed: [], lookups }
  const keyed = (await entriesOf(sql, document.id)).filter(entry => entry.final)
  // What was looked up by a hidden value, or would give one, would tell it.
  const shown = Object.entries(lookups).filter(([, answer]) => !twice.includes(answer.field))
  return {
    twice,
    keyedBefore: keyed.some(entry => entry.personId === person),
    keyed: document.pass === 3 ? keyed.map(entry => only(valuesOf(entry.fields), twice)) : [],
    lookups: Object.fromEntries(shown),
  }
}
