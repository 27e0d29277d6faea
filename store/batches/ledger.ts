import { z } from 'zod'
import { writtenFields } from '../../core/fields/written'
import { makeLedger, seenOn } from '../../core/ledger/ledger'
import { PageEvidence } from '../../core/model/evidence'
import { Candidates, FieldValue, Ledger, LedgerDocument } from '../../core/model/ledger'
import { typeOf } from '../../core/rubric/rubric'
import type { Tx } from '../database'
import { rubricOfBatch } from '../setup/rubrics'

/** The page ledger of a batch. Sides that are not decided yet count as held, with that reason. */
export async function ledgerOfBatch(sql: Tx, batch: number): Promise<Ledger> {
  const rubric = await rubricOfBatch(sql, batch)
  const pages = await sql<
    {
      position: number
      source: string
      source_page: number
      sheet: number
      side: 'front' | 'back'
      half: 'left' | 'right' | null
      evidence: unknown
      fate: Ledger['pages'][number]['fate'] | null
      why: string | null
      document: number | null
    }[]
  >`
    select pages.position, source, source_page, sheet, side, half, evidence, fate, why, documents.position as document
    from pages
    left join documents on documents.id = pages.document_id
    where pages.batch_id = ${batch}
    order by pages.position`
  const documents = await sql`
    select position as document, type, fields, candidates, missing,
      (select coalesce(jsonb_agg(position order by page_order), '[]') from pages where document_id = documents.id) as pages,
      (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'mediaType', media_type, 'bytes', bytes, 'sha256', sha256)
        order by id), '[]')
        from files where document_id = documents.id and files.edition = (select max(edition) from files as newest
          where newest.document_id = documents.id)) as files
    from documents
    where batch_id = ${batch}
    order by position`
  return makeLedger(
    rubric.name,
    pages.map(page => ({
      page: page.position,
      source: page.source,
      sourcePage: page.source_page,
      sheet: page.sheet,
      side: page.side,
      ...(page.half ? { half: page.half } : {}),
      ...seenOn(page.evidence === null ? null : PageEvidence.parse(page.evidence)),
      fate: page.fate ?? 'held',
      why: page.why ?? 'Not decided yet: the batch is still being received or sorted.',
      document: page.document,
    })),
    documents.map(({ fields, candidates, ...document }) => {
      const type = typeOf(rubric, z.string().nullable().parse(document.type))
      const written = writtenFields(type, z.record(z.string(), FieldValue).parse(fields), Candidates.parse(candidates))
      return LedgerDocument.parse({ ...document, fields: written })
    }),
  )
}
