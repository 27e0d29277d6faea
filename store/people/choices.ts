import { Choices } from '../../core/rubric/choices'
import { json, type Sql } from '../database'

/** Keeps what a person chose for a rubric, for the next time. */
export async function rememberChoices(sql: Sql, person: string, rubric: string, choices: Choices): Promise<void> {
  await sql`
    insert into remembered_choices (person, rubric_id, choices)
    values (${person}, ${rubric}, ${json(sql, choices)})
    on conflict (person, rubric_id) do update set choices = excluded.choices`
}

/** What a person chose for a rubric the last time; empty where they chose nothing, or what they chose no longer exists. */
export async function rememberedChoices(sql: Sql, person: string, rubric: string): Promise<Choices> {
  const [row] = await sql<{ choices: unknown }[]>`select choices from remembered_choices where person = ${person} and rubric_id = ${rubric}`
  const read = Choices.safeParse(row?.choices ?? {})
  return read.success ? read.data : {}
}
