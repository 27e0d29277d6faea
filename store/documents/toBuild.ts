import { z } from 'zod'
import { Choices, ChosenSend } from '../../core/rubric/choices'
import { FieldValue } from '../../core/model/ledger'
import type { Word } from '../../core/model/evidence'
import { PackedWords } from '../../core/text/packedWords'
import { restPacked } from '../../core/text/restingWords'
import type { Sql, Tx } from '../database'
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
  sheet: z.int(),
  side: z.enum(['front', 'back']),
  blob: z.string().nullable(),
  source_page: z.int(),
  born_digital: z.boolean(),
})

type PageToBuild = z.infer<typeof PageRow> & { readonly words: readonly Word[] }

/** Pages whose words are fetched at a time: of a thousand they are more than a process should hold. */
const pagesAtOnce = 50

function withResting({ words, ...row }: Record<string, unknown>): PageToBuild {
  const unpack = restPacked(PackedWords.parse(words ?? []))
  return Object.defineProperty(PageRow.parse(row), 'words', { enumerable: true, get: unpack }) as PageToBuild
}

/** What making a document's files needs to know. */
export async function documentToBuild(sql: Sql, document: number) {
  const [row] = await sql`
    select documents.fields, documents.barcode, batches.name as batch, batches.created_at as created, batches.choices, batches.sends
    from documents
    join batches on batches.id = documents.batch_id
    where documents.id = ${document}`
  const pages: PageToBuild[] = []
  const rows = sql`
    select page_blob, mono, (evidence->>'widthPx')::int as "widthPx", (evidence->>'heightPx')::int as "heightPx",
      (evidence->>'dpi')::float as dpi, words, sheet, side, blob, source_page, born_digital
    from pages
    left join page_words on page_id = pages.id
    where document_id = ${document}
    order by page_order`
  for await (const some of rows.cursor(pagesAtOnce)) pages.push(...some.map(withResting))
  return { ...Row.parse(row), pages }
}

/** Names of files that other documents of the batch already have. */
export async function namesOfOthers(tx: Tx, document: DocumentRow): Promise<Set<string>> {
  const rows = await tx<{ name: string }[]>`
    select files.name
    from files
    join documents on documents.id = files.document_id
    where documents.batch_id = ${document.batch_id} and documents.id <> ${document.id}`
  return new Set(rows.map(row => row.name))
}
