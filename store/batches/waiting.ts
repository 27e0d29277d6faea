import type { Tx } from '../database'

/** What a batch waits for now, in sentences: nothing while the machine works on it, or once it is done. */
export async function waitingOf(sql: Tx, batch: number): Promise<string[]> {
  const [row] = await sql<
    { state: string; trouble: string | null; asking: string[]; differences: string[]; open: number; drawn: number; failed: string[] }[]
  >`
    select state, trouble,
      array(select 'Page ' || position || ': ' || why from pages where batch_id = batches.id and asks order by page_order
        limit 50) as asking,
      array(select one->>'words' from jsonb_array_elements(differences) as one where not accepted @> jsonb_build_array(one)) as differences,
      (select count(*)::int from documents where batch_id = batches.id and documents.state = 'open') as open,
      (select count(*)::int from documents where batch_id = batches.id and drawn and documents.state = 'indexed') as drawn,
      array(select 'Document ' || position || ' did not arrive in ' || destination_id || ': ' || slips.trouble
        from slips join documents on documents.id = document_id where batch_id = batches.id and slips.state = 'failed'
          order by slips.id limit 50) as failed
    from batches where id = ${batch}`
  if (!row) return []
  return [
    ...(row.state === 'receiving' ? ['It waits for more paper or files, or for the word that they are complete.'] : []),
    ...(row.state === 'held' && row.trouble ? [row.trouble] : []),
    ...(row.state === 'to fix' ? [...row.asking, ...row.differences] : []),
    ...(row.state === 'to index' ? [`${row.open} ${row.open === 1 ? 'document waits' : 'documents wait'} for index values.`] : []),
    ...(row.state === 'to check' ? [`${row.drawn} ${row.drawn === 1 ? 'document waits' : 'documents wait'} to be checked.`] : []),
    ...row.failed,
  ]
}
