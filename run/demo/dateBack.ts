import { subBusinessDays } from 'date-fns'
import { formatDate, localIso } from '../../core/fields/dates'
import { refreshWords } from '../../store/find/words'
import type { Sql } from '../../store/database'
import { findOffice } from '../../store/setup/office'
import { appendToTrail } from '../../store/trail'

/** When in the office's week: so many working days ago, at this time of its clock. */
export interface When {
  daysAgo: number
  at: string
}

const shown = (iso: string) => `${formatDate(iso, 'd MMM')} ${iso.slice(11, 16)}`

/**
 * Puts a batch that is at rest, with all that became of it, where it belongs in the week that the demo shows. The trail keeps
 * when things were really done, and tells this, too. Does nothing where it was done before.
 */
export async function dateBack(sql: Sql, batch: number, { daysAgo, at }: When): Promise<void> {
  const { timeZone } = await findOffice(sql)
  const day = localIso(subBusinessDays(new Date(), daysAgo), timeZone).slice(0, 10)
  await sql.begin(async tx => {
    const [row] = await tx<{ name: string; created: string; begun: string; told: boolean }[]>`
      select name, created_at::text as created, (${`${day} ${at}`}::timestamp at time zone ${timeZone})::text as begun,
        exists (select 1 from trail where batch_id = batches.id and what = 'date back') as told
      from batches where id = ${batch} for update`
    if (!row || row.told) return
    const [before, now] = [new Date(row.created), new Date(row.begun)]
    const name = row.name.replace(shown(localIso(before, timeZone)), shown(localIso(now, timeZone)))
    const by = tx`(${row.begun}::timestamptz - ${row.created}::timestamptz)`
    await tx`
      update batches
      set name = ${name}, created_at = created_at + ${by}, completed_at = completed_at + ${by}, state_since = state_since + ${by},
        complete_asked_at = complete_asked_at + ${by}, passed_at = passed_at + ${by}, ended_at = ended_at + ${by}
      where id = ${batch}`
    await tx`update loads set created_at = created_at + ${by}, ended_at = ended_at + ${by} where batch_id = ${batch}`
    await tx`update pages set received_at = received_at + ${by}, read_at = read_at + ${by} where batch_id = ${batch}`
    const documents = await tx<{ id: number }[]>`
      update documents
      set read_at = read_at + ${by}, filled_at = filled_at + ${by}, indexed_at = indexed_at + ${by}, built_at = built_at + ${by}
      where batch_id = ${batch}
      returning id`
    const ids = documents.map(({ id }) => id)
    await tx`update entries set entered_at = entered_at + ${by} where document_id = any(${ids})`
    await tx`
      update slips
      set created_at = created_at + ${by}, tried_since = tried_since + ${by}, delivered_at = delivered_at + ${by},
        held_at = held_at + ${by}
      where document_id = any(${ids})`
    await refreshWords(tx, ids)
    await appendToTrail(tx, { kind: 'worker' }, { what: 'date back', batch, old: { begun: before }, new: { begun: now } })
  })
}
