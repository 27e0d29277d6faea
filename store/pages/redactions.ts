import { ByHand } from '../../core/model/redaction'
import { PageEvidence } from '../../core/model/evidence'
import { turnedBox } from '../../core/text/turnedBox'
import type { PageRedactions } from '../../shared/views/pages'
import type { Sql } from '../database'

/** What is blacked out on a page that was examined; null where it was not, or is not there. */
export async function redactionsOfPage(sql: Sql, id: number): Promise<Omit<PageRedactions, 'mayLook'> | null> {
  const [row] = await sql<
    { position: number; evidence: unknown; redacted: unknown; turned: ByHand['turned']; kept: boolean; why: string | null }[]
  >`
    select position, evidence, redacted, turned, blob is not null as kept,
      (select edit->>'why' from corrections where corrections.batch_id = pages.batch_id and not undone and edit->>'do' = 'redact'
        and (edit->>'page')::bigint = pages.id order by id desc limit 1) as why
    from pages
    where id = ${id} and evidence is not null`
  if (!row) return null
  const { widthPx, heightPx, dpi, redactions = [] } = PageEvidence.parse(row.evidence)
  const said = row.redacted === null ? null : ByHand.parse(row.redacted)
  const degrees = said && (((row.turned - said.turned + 360) % 360) as ByHand['turned'])
  const asItStands = (boxes: ByHand['add']) => boxes.map(box => turnedBox(box, degrees ?? 0, widthPx / dpi, heightPx / dpi))
  return {
    position: row.position,
    widthPx,
    heightPx,
    dpi,
    redactions,
    byHand: said && { add: asItStands(said.add), show: asItStands(said.show) },
    why: row.why,
    kept: row.kept,
  }
}
