import type { PersonActing } from '../core/model/actor'
import type { Rubric } from '../core/rubric/rubric'
import type { Person } from '../shared/views/people'
import { appendToTrail } from '../store/trail'
import { requireBatch } from './access'
import { store } from './context'

/** What two rubrics hide together. */
export const bothHide = (one: Rubric['redact'], other: Rubric['redact']): Rubric['redact'] =>
  one && other
    ? {
        ...one,
        highlighter: [...new Set([...one.highlighter, ...other.highlighter])],
        patterns: [...new Set([...one.patterns, ...other.patterns])],
      }
    : (one ?? other)

/** Notes that a person looks at what is blacked out on a page, before they see it; refused where they may not. */
export async function noteLook(person: Person, actor: PersonActing, page: number): Promise<void> {
  const batch = await requireBatch(person, 'page', page, 'original')
  const { sql } = store()
  const [row] = await sql<{ position: number; document: number | null }[]>`
    select position, document_id as document from pages where id = ${page}`
  await appendToTrail(sql, actor, { what: 'look at original', batch, document: row!.document, new: { page: row!.position } })
}
