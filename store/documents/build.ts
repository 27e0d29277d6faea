import { z } from 'zod'
import { Choices, ChosenSend } from '../../core/model/choices'
import { Word } from '../../core/model/evidence'
import { FieldValue, type LedgerFile } from '../../core/model/ledger'
import type { Sql, Tx } from '../database'
import { tell } from '../live'
import type { Queue } from '../queue'
import type { DocumentRow } from './read'

const Row = z.object({
  fields: z.record(z.string(), FieldValue),
  barcode: z.record(z.string(), z.string()),
  batch: z.string(),
  created: z.coerce.date(),
  choices: Choices,
  sends: z.array(ChosenSend),
})

const PageRow = z.object({
  page_blob: z.string(),
  mono: z.boolean(),
  widthPx: z.int(),
  heightPx: z.int(),
  dpi: z.number(),
  words: z.array(Word).nullable(),
  sheet: z.int(),
  blob: z.string().nullable(),
  source_page: z.int(),
  born_digital: z.boolean(),
})

/** What making a document's files needs to know. */
export async function documentToBuild(sql: Sql, document: number) {
  const [row] = await sql`
    select documents.fields, documents.barcode, batches.name as batch, batches.created_at as created, batches.choices, batches.sends
    from documents
    join batches on batches.id = documents.batch_id
    where documents.id = ${document}`
  const pages = await sql`
    select page_blob, mono, (evidence->>'widthPx')::int as "widthPx", (evidence->>'heightPx')::int as "heightPx",
      (evidence->>'dpi')::float as dpi, words, sheet, blob, source_page, born_digital
    from pages
    where document_id = ${document}
    order by place`
  return { ...Row.parse(row), pages: z.array(PageRow).parse(pages) }
}

/** Names of files that other documents of the batch already have. */
export async function namesInBatch(sql: Sql, document: DocumentRow): Promise<Set<string>> {
  const rows = await sql<{ name: string }[]>`
    select files.name
    from files
    join documents on documents.id = files.document_id
    where documents.batch_id = ${document.batch_id} and documents.id <> ${document.id}`
  return new Set(rows.map(row => row.name))
}

/** Keeps a document's files and writes a slip for each destination, once. */
export async function documentBuilt(sql: Sql, queue: Queue, document: DocumentRow, files: LedgerFile[], sends: ChosenSend[]): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select 1 from batches where id = ${document.batch_id} for update`
    const changed = await tx`update documents set built_at = now() where id = ${document.id} and built_at is null returning id`
    if (!changed.length) return
    for (const file of files) {
      await tx`
        insert into files (document_id, name, media_type, bytes, sha256, edition)
        select id, ${file.name}, ${file.mediaType}, ${file.bytes}, ${file.sha256}, edition from documents where id = ${document.id}`
    }
    for (const send of sends) {
      const [slip] = await tx<{ id: number }[]>`
        insert into slips (document_id, destination_id, folder, people, edition)
        select id, ${send.to}, ${send.folder}, ${send.people}, edition from documents where id = ${document.id}
        on conflict do nothing
        returning id`
      if (slip) await queue.send(tx, 'deliver', { slip: slip.id })
    }
    if (sends.length === 0) await documentSent(tx, document.id, document.batch_id)
    await tell(tx, { about: 'batch', batch: document.batch_id })
  })
}

/**
 * A document is sent once no slip waits; a batch is done once all its documents are sent, and the code that opens its
 * files is then forgotten. The batch's row must be locked.
 */
export async function documentSent(tx: Tx, document: number, batch: number): Promise<void> {
  await tx`
    update documents set state = 'sent'
    where id = ${document}
      and not exists (select 1 from slips where document_id = ${document} and state <> 'delivered')`
  await tx`
    update batches set state = 'done', choices = choices - 'protect'
    where id = ${batch} and state = 'sending'
      and not exists (select 1 from documents where batch_id = ${batch} and state <> 'sent')`
}
