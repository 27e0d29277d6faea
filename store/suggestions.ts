import type { LeftPage } from '../core/learning/suggestPages'
import type { Edit } from '../core/model/edit'
import type { Sql, Tx } from './database'

/** Pages of the newest batches of a rubric's version, with what people did with them. @param most batches, and twenty pages of each */
export async function leftPages(sql: Sql, rubric: string, version: number, most: number): Promise<LeftPage[]> {
  const newest = sql`select id from batches where rubric_id = ${rubric} and rubric_version = ${version} order by id desc limit ${most}`
  const said = await sql<{ edit: Edit | { do: 'answer'; page: number; answer: { as: string } } }[]>`
    select edit from corrections
    where batch_id in (${newest}) and not undone and edit->>'do' in ('answer', 'set-aside', 'put-back')
    order by id`
  const answered = new Set<number>()
  const moved = new Map<number, 'set-aside' | 'put-back'>()
  for (const { edit } of said) {
    if (edit.do === 'answer' && edit.answer.as === 'code') answered.add(edit.page)
    if (edit.do === 'set-aside' || edit.do === 'put-back') for (const page of edit.pages) moved.set(page, edit.do)
  }
  const pages = await sql<(Pick<LeftPage, 'ink' | 'blank' | 'unread'> & { id: number })[]>`
    select id, (evidence->>'ink')::float as ink, (evidence->>'blank')::boolean as blank, evidence->'unread' as unread
    from pages
    where batch_id in (${newest}) and evidence is not null
    order by id desc
    limit ${most * 20}`
  return pages.map(({ id, ...page }) => ({
    ...page,
    answered: answered.has(id),
    setAside: moved.get(id) === 'set-aside',
    putBack: moved.get(id) === 'put-back',
  }))
}

export async function dismissedSuggestions(sql: Tx, rubric: string): Promise<Set<string>> {
  const rows = await sql<{ key: string }[]>`select key from dismissed_suggestions where rubric_id = ${rubric}`
  return new Set(rows.map(row => row.key))
}

/** False where there is no such rubric. */
export async function dismissSuggestion(sql: Tx, rubric: string, key: string, person: string): Promise<boolean> {
  const rows = await sql`
    insert into dismissed_suggestions (rubric_id, key, person)
    select id, ${key}, ${person} from rubrics where id = ${rubric}
    on conflict (rubric_id, key) do update set person = excluded.person
    returning 1`
  return rows.length > 0
}
