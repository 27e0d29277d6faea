import type { RubricRights } from '../../shared/views/rubrics'
import type { Tx } from '../database'

/** Who may work with a rubric; null where there is no such rubric. */
export async function rightsOfRubric(sql: Tx, id: string): Promise<RubricRights | null> {
  const [rubric] = await sql<{ open: boolean }[]>`select open from rubrics where id = ${id}`
  if (!rubric) return null
  const rights = await sql<RubricRights['rights']>`
    select person, group_id as "group", acts, types from rubric_rights where rubric_id = ${id} order by id`
  const told = await sql<{ person: string }[]>`select person from rubric_told where rubric_id = ${id} order by person`
  return { open: rubric.open, rights: [...rights], told: told.map(one => one.person) }
}

/** Sets who may work with a rubric; false where there is no such rubric. */
export async function setRightsOfRubric(tx: Tx, id: string, { open, rights, told }: RubricRights): Promise<boolean> {
  const found = await tx`update rubrics set open = ${open} where id = ${id} returning 1`
  if (!found.length) return false
  await tx`delete from rubric_rights where rubric_id = ${id}`
  for (const { person, group, acts, types } of rights)
    await tx`
      insert into rubric_rights (rubric_id, person, group_id, acts, types)
      values (${id}, ${person}, ${group}, ${acts}, ${types?.length ? types : null})`
  await tx`delete from rubric_told where rubric_id = ${id}`
  if (told.length) await tx`insert into rubric_told (rubric_id, person) select ${id}, unnest(${told}::uuid[]) on conflict do nothing`
  return true
}

/** To whom a batch can be handed: whoever may work with its rubric, people who may come in first. */
export async function whoMayTake(
  sql: Tx,
  batch: number,
): Promise<{ people: { id: string; name: string }[]; groups: { id: string; name: string }[] }> {
  const rubric = sql`(select rubric_id from batches where id = ${batch})`
  const open = sql`exists (select 1 from rubrics where id = ${rubric} and open)`
  const people = await sql<{ id: string; name: string }[]>`
    select id, name from people
    where deactivated_at is null and (${open} or exists (
      select 1 from rubric_rights where rubric_id = ${rubric} and types is null
        and (person = people.id or group_id in (select group_id from group_members where group_members.person = people.id))))
    order by lower(name)`
  const groups = await sql<{ id: string; name: string }[]>`
    select id, name from groups
    where ${open} or exists (select 1 from rubric_rights where rubric_id = ${rubric} and types is null and group_id = groups.id)
    order by lower(name)`
  return { people: [...people], groups: [...groups] }
}
