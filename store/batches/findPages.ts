import { partLike, type Sql } from '../database'

/** Numbers of a batch's pages whose note, document's values or own words hold a text. */
export async function findPages(sql: Sql, batch: number, text: string): Promise<number[]> {
  const like = partLike(text)
  const rows = await sql<{ position: number }[]>`
    select pages.position
    from pages
    left join documents on documents.id = document_id
    where pages.batch_id = ${batch}
      and (why ilike ${like}
        or exists (select 1 from jsonb_each_text(documents.barcode) as found where found.value ilike ${like})
        or exists (select 1 from jsonb_each(documents.fields) as found where found.value->>'value' ilike ${like})
        or exists (select 1 from page_words where page_id = pages.id and plain ilike ${like}))
    order by pages.page_order`
  return rows.map(row => row.position)
}
