import type { Sql } from '../database'

/** What counts: a whole rubric, or one of the folders that its names lead into. */
export type CounterScope = '#' | `/${string}`

/** A document's running numbers, given once: whoever asks again, or makes it anew, gets the same. */
export function documentNumbers(sql: Sql, document: number, scopes: readonly CounterScope[]): Promise<Map<CounterScope, number>> {
  return sql.begin(async tx => {
    const numbers = new Map<CounterScope, number>()
    for (const scope of [...new Set(scopes)].sort()) {
      // Whoever counts waits here, so that what was given meanwhile is seen below.
      await tx`
        insert into name_counters (rubric_id, scope, last)
        select batches.rubric_id, ${scope}, 0
        from documents
        join batches on batches.id = documents.batch_id
        where documents.id = ${document}
        on conflict (rubric_id, scope) do update set last = name_counters.last`
      const [row] = await tx<{ number: number }[]>`
        with counter as (
          update name_counters set last = last + 1
          from documents
          join batches on batches.id = documents.batch_id
          where documents.id = ${document} and name_counters.rubric_id = batches.rubric_id and name_counters.scope = ${scope}
            and not exists (select from document_numbers where document_id = ${document} and document_numbers.scope = ${scope})
          returning last
        ), given as (
          insert into document_numbers (document_id, scope, number)
          select ${document}, ${scope}, last from counter
          returning number
        )
        select number from given
        union all
        select number from document_numbers where document_id = ${document} and scope = ${scope}`
      numbers.set(scope, row!.number)
    }
    return numbers
  })
}
