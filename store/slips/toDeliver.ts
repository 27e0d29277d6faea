import { z } from 'zod'
import { PrintChoices } from '../../core/model/printing'
import { FieldValue } from '../../core/model/ledger'
import { LookupAnswers } from '../../core/model/lookup'
import type { Sql } from '../database'

export interface SlipToDeliver {
  id: number
  document_id: number
  edition: number
  batch_id: number
  destination_id: string
  folder: string
  people: string[]
  /** What it gets; null is all. */
  formats: string[] | null
  state: 'waiting' | 'delivered' | 'failed'
}

export async function findSlip(sql: Sql, id: number): Promise<SlipToDeliver | null> {
  const [row] = await sql<SlipToDeliver[]>`
    select slips.id, document_id, slips.edition, batch_id, destination_id, folder, people, formats, slips.state
    from slips
    join documents on documents.id = document_id
    where slips.id = ${id}`
  return row ?? null
}

const Facts = z.object({
  type: z.string().nullable(),
  position: z.int(),
  batch: z.string(),
  batch_id: z.int(),
  fields: z.record(z.string(), FieldValue),
  indexed_by: z.string().nullable(),
  lookups: LookupAnswers,
  /** What whoever scanned it chose for its printing, and where the device prints that scanned it. */
  copies: z.int().nullable(),
  sides: PrintChoices.shape.sides.nullable(),
  printer: z.string().nullable(),
  files: z.array(z.object({ name: z.string(), media_type: z.string(), bytes: z.int(), sha256: z.string() })),
})

/** The document of a slip, with the files of its edition. */
export async function documentToDeliver(
  sql: Sql,
  { document_id: document, edition, formats }: Pick<SlipToDeliver, 'document_id' | 'edition' | 'formats'>,
) {
  const [row] = await sql`
    select documents.type, documents.position, documents.fields, documents.lookups, batches.name as batch, batch_id,
      (batches.choices->>'copies')::int as copies, batches.choices->>'printSides' as sides,
      (select printer from pages join loads on loads.id = load_id join devices on devices.id = device_id
        where pages.document_id = documents.id and removed_at is null order by page_order limit 1) as printer,
      people.name as indexed_by,
      (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'media_type', media_type, 'bytes', bytes, 'sha256', sha256)
        order by id), '[]')
        from files where document_id = documents.id and edition = ${edition}
          and (${formats}::text[] is null or format is null or format = any(${formats}::text[]))) as files
    from documents
    join batches on batches.id = documents.batch_id
    left join people on people.id = documents.indexed_by
    where documents.id = ${document}`
  return Facts.parse(row)
}
