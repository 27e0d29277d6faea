import type { Sql } from '../database'

/** Files of documents in their newest edition. */
export function filesToBag(sql: Sql, documents: readonly number[]) {
  return sql<{ document: number; name: string; bytes: number; sha256: string }[]>`
    select document_id as document, name, bytes, sha256
    from files
    where document_id in ${sql(documents)}
      and edition = (select max(edition) from files as newest where newest.document_id = files.document_id)
    order by document_id, id`
}

export const batchesOf = (sql: Sql, documents: readonly number[]) =>
  sql<{ document: number; batch: number }[]>`select id as document, batch_id as batch from documents where id in ${sql(documents)}`
