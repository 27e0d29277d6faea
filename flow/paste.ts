import type { PersonActing } from '../core/model/actor'
import type { ByHand } from '../core/model/redaction'
import { json } from '../store/database'
import { copyWords } from '../store/pages/words'
import { arrange } from './arrange'
import { changing, keepEdit, openToChange, type Corrected } from './correct'
import type { Flow, LockedBatch } from './inBatch'

/** Pages that go into a batch in front of a page, or at its end; cut ones are set aside where they came from. */
export interface Paste {
  from: number
  pages: readonly number[]
  into: number
  before: number | null
  cut: boolean
}

/**
 * Puts copies of another batch's pages, or of this one's, into a batch, with all that was found about them. Both
 * batches account for every side: the copies as a load of their own, what was cut as moved away.
 */
export function pastePages(flow: Flow, actor: PersonActing, paste: Paste): Promise<Corrected> {
  const leaves = paste.cut && paste.from !== paste.into
  return changing(flow, actor, leaves ? [paste.into, paste.from] : [paste.into], async ([into, from]) => {
    const [{ known } = { known: 0 }] = await into!.tx<{ known: number }[]>`
      select count(*)::int as known from pages where batch_id = ${paste.from} and id = any(${[...paste.pages]}) and evidence is not null`
    if (known !== new Set(paste.pages).size || (from && !(await openToChange(from)))) return false
    const copies = await copyPages(into!, paste)
    if (from) await sendAway(from, paste, actor.person)
    for (const { page, redacted } of copies.black)
      await keepEdit(into!, { do: 'redact', page, ...redacted, why: 'Copied with it.' }, actor.person)
    for (const [degrees, turned] of copies.turned) await keepEdit(into!, { do: 'rotate', pages: turned, degrees }, actor.person)
    await keepEdit(into!, { do: 'move', pages: copies.pages, before: paste.before, values: 'keep' }, actor.person)
    return true
  })
}

async function sendAway(from: LockedBatch, { pages, into }: Paste, person: string): Promise<void> {
  const [target] = await from.tx<{ name: string }[]>`select name from batches where id = ${into}`
  await keepEdit(from, { do: 'send-away', pages: [...pages], batch: into, name: target!.name }, person)
  await arrange(from)
}

async function copyPages(
  { tx }: LockedBatch,
  { from, pages, into }: Paste,
): Promise<{ pages: number[]; turned: Map<90 | 180 | 270, number[]>; black: { page: number; redacted: ByHand }[] }> {
  const [load] = await tx<{ id: number }[]>`
    insert into loads (batch_id, kind, state, source, ended_at)
    select ${into}, 'pages', 'ended', name, now() from batches where id = ${from}
    returning id`
  const rows = pages.map((id, at) => ({ id, at: at + 1 }))
  // What is black stays black under every rubric, whoever said so.
  const copied = await tx<{ id: number; turned: 0 | 90 | 180 | 270; redacted: ByHand | null }[]>`
    insert into pages (batch_id, load_id, load_side, position, page_order, sheet, side, half, source, source_page, blob, media_type,
      evidence, trouble, mono, colour, bytes, page_blob, reading_blob, thumbnail_blob, read_at, turned, born_digital, redacted,
      digest)
    select ${into}, ${load!.id}, wanted.at, last.position + wanted.at, last.position + wanted.at, last.sheet + wanted.at, side, half,
      batches.name || ', page ' || pages.position, source_page, blob, media_type, evidence, pages.trouble, mono, colour, bytes,
        page_blob, reading_blob, thumbnail_blob, pages.read_at, turned, born_digital, case when evidence ? 'redactions' then
        jsonb_build_object('turned', turned, 'show', '[]'::jsonb,
          'add', (select jsonb_agg(box - 'by') from jsonb_array_elements(evidence->'redactions') as box)) end, digest
    from jsonb_to_recordset(${json(tx, rows)}) as wanted (id bigint, at int)
    join pages on pages.id = wanted.id and pages.batch_id = ${from}
    join batches on batches.id = pages.batch_id
    cross join (select coalesce(max(position), 0)::int as position, coalesce(max(sheet), 0)::int as sheet from pages
      where batch_id = ${into}) as last
    order by wanted.at
    returning id, turned, redacted`
  await copyWords(
    tx,
    copied.map(({ id }, at) => ({ from: pages[at]!, to: id })),
  )
  const turned = new Map<90 | 180 | 270, number[]>()
  for (const row of copied) if (row.turned) turned.set(row.turned, [...(turned.get(row.turned) ?? []), row.id])
  const black = copied.flatMap(({ id, redacted }) => (redacted ? [{ page: id, redacted }] : []))
  return { pages: copied.map(row => row.id), turned, black }
}
