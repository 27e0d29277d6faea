import type { GroupView } from '../../shared/views/people'
import type { Sql, Tx } from '../database'

/** Every group with its people and the rubrics that name it. */
export function listGroups(sql: Sql): Promise<GroupView[]> {
  return sql<GroupView[]>`
    select id, name,
      coalesce((select jsonb_agg(person order by name) from group_members join people on people.id = person
        where group_id = groups.id), '[]') as people,
      coalesce((select jsonb_agg(distinct rubrics.name) from rubric_rights join rubrics on rubrics.id = rubric_id
        where group_id = groups.id), '[]') as rubrics
    from groups
    order by lower(name)`
}

/** Adds a group; null where one has this name. */
export async function addGroup(tx: Tx, name: string, people: readonly string[]): Promise<string | null> {
  const [row] = await tx<{ id: string }[]>`insert into groups (name) values (${name}) on conflict (lower(name)) do nothing returning id`
  if (row) await setMembers(tx, row.id, people)
  return row?.id ?? null
}

/** Gives a group this name and these people. */
export async function changeGroup(
  tx: Tx,
  id: string,
  name: string,
  people: readonly string[],
): Promise<'changed' | 'not there' | 'name taken'> {
  const taken = await tx`select 1 from groups where lower(name) = lower(${name}) and id <> ${id}`
  if (taken.length) return 'name taken'
  const changed = await tx`update groups set name = ${name} where id = ${id} returning 1`
  if (!changed.length) return 'not there'
  await setMembers(tx, id, people)
  return 'changed'
}

/** Those who are no longer there are left out. */
async function setMembers(tx: Tx, group: string, people: readonly string[]): Promise<void> {
  await tx`delete from group_members where group_id = ${group}`
  await tx`insert into group_members (group_id, person) select ${group}, id from people where id = any(${[...people]}::uuid[])`
}

/** What keeps a group from being removed: rubrics that name it, and batches that wait for it. */
export async function usesOfGroup(tx: Tx, id: string): Promise<{ rubrics: string[]; batches: number }> {
  const rubrics = await tx<{ name: string }[]>`
    select distinct rubrics.name from rubric_rights join rubrics on rubrics.id = rubric_id where group_id = ${id} order by 1`
  const [waiting] = await tx<{ count: number }[]>`
    select count(*)::int as count from batches where for_group = ${id} and state not in ('done', 'abandoned')`
  return { rubrics: rubrics.map(row => row.name), batches: waiting!.count }
}

/** Removes a group; false where there is none. Batches that waited for it and are done keep their owner. */
export async function removeGroup(tx: Tx, id: string): Promise<boolean> {
  await tx`update batches set for_group = null where for_group = ${id}`
  const gone = await tx`delete from groups where id = ${id} returning 1`
  return gone.length > 0
}
