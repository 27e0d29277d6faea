import type { Fragment } from 'postgres'
import type { BatchState } from '../../core/model/batchState'
import type { BatchRow } from '../../shared/views/batches'
import type { Person } from '../../shared/views/people'
import { partLike, type Sql } from '../database'
import { onDays } from '../setup/officeDays'
import { isOwn, mayDo, visibleTo } from '../people/rights'

export interface BatchSearch {
  open: boolean
  mine: boolean
  /** A part of its name or its rubric's. */
  text: string
  state: BatchState | null
  /** Days on which it was begun, YYYY-MM-DD in the office's zone, both included. */
  from?: string | undefined
  to?: string | undefined
  sort: 'newest' | 'oldest' | 'name'
  /** The last one that is known: those after it come. */
  before: number | null
  most: number
}

/** Batches that a person may see, paged by key. */
export function listBatches(sql: Sql, person: Person, which: BatchSearch): Promise<BatchRow[]> {
  const like = partLike(which.text)
  const last = sql`(select lower(name), id from batches where id = ${which.before})`
  const [order, after] = {
    newest: [sql`batches.id desc`, sql`batches.id < ${which.before}::bigint`],
    oldest: [sql`batches.id`, sql`batches.id > ${which.before}::bigint`],
    name: [sql`lower(batches.name), batches.id`, sql`(lower(batches.name), batches.id) > ${last}`],
  }[which.sort] as [Fragment, Fragment]
  return sql<BatchRow[]>`
    select batches.id, batches.name, batches.state, rubrics.name as rubric, people.name as owner,
      (select name from groups where groups.id = for_group) as "forGroup", batches.created_at as "createdAt",
      (select count(*)::int from pages where batch_id = batches.id) as sides,
      (select count(*)::int from pages where batch_id = batches.id and asks) as asking,
      (select count(*)::int from documents where batch_id = batches.id and state = 'open') as "openDocuments",
      (select count(*)::int from documents where batch_id = batches.id and drawn and state = 'indexed') as "toCheck",
      (select count(*)::int from documents where batch_id = batches.id) as documents,
      (select count(*)::int from slips join documents on documents.id = document_id where batch_id = batches.id
        and slips.state = 'failed') as "failedSlips",
      (select count(*)::int from jsonb_array_elements(batches.differences) as one
        where not batches.accepted @> jsonb_build_array(one)) as differences,
      (select coalesce(jsonb_agg(jsonb_build_object('name', people.name, 'position', documents.position) order by documents.position), '[]')
        from document_leases
        join documents on documents.id = document_id
        join people on people.id = document_leases.person
        where batch_id = batches.id and until > now()) as entering,
      exists (select 1 from loads where batch_id = batches.id and state in ('asked', 'scanning')) as scanning,
      ${mayDo(sql, person, 'fix')} as "mayFix", ${mayDo(sql, person, 'index')} as "mayIndex",
      ${mayDo(sql, person, 'check')} as "mayCheck"
    from batches
    join rubrics on rubrics.id = batches.rubric_id
    join people on people.id = batches.owner
    where ${visibleTo(sql, person)} and (not ${which.mine} or ${isOwn(sql, person)})
      and (not ${which.open} or batches.state not in ('done', 'abandoned'))
      and (${which.text} = '' or batches.name ilike ${like} or rubrics.name ilike ${like})
      and (${which.state}::text is null or batches.state = ${which.state})
      and ${onDays(sql, sql`batches.created_at`, which)}
      and (${which.before}::bigint is null or ${after})
    order by ${order}
    limit ${which.most}`
}
