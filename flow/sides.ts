import { KeptEdit } from '../core/model/edit'
import { PageEvidence, type Answer } from '../core/model/evidence'
import type { Rubric } from '../core/rubric/rubric'
import { correct } from '../core/split/correct'
import { splitPages } from '../core/split/split'
import { readsBeforeSplitting } from '../core/split/textRule'
import type { SplitOutcome, SplitPage } from '../core/split/types'
import { unpackWords } from '../core/text/packedWords'
import type { Tx } from '../store/database'

/** A side as splitting sees it, and its identity; `out` says why it counts for nothing. */
export type Side = SplitPage & { id: number; load: number; out: { fate: 'replaced' | 'dropped'; why: string } | null }

/** Corrections that hold, in the order in which they were made. */
export async function editsOf(tx: Tx, batch: number): Promise<KeptEdit[]> {
  const rows = await tx<{ edit: unknown }[]>`select edit from corrections where batch_id = ${batch} and not undone order by id`
  return rows.map(row => KeptEdit.parse(row.edit))
}

/** A batch's sides in the order in which they were scanned; one that was scanned again stands where the first one stood. */
export async function sidesOf(tx: Tx, batch: number, rubric: Rubric, edits: readonly KeptEdit[]): Promise<Side[]> {
  const answers = new Map<number, Answer>()
  for (const edit of edits) if (edit.do === 'answer') answers.set(edit.page, edit.answer)
  const rows = await tx<
    {
      id: number
      load_id: number
      position: number
      sheet: number
      side: 'front' | 'back'
      evidence: unknown
      trouble: string | null
      words: unknown
      joined: boolean
      replaced_by: number | null
      dropped: string | null
    }[]
  >`
    select pages.id, load_id, pages.position, pages.sheet, pages.side, pages.evidence, pages.trouble,
      case when ${readsBeforeSplitting(rubric)} then (select words from page_words where page_id = pages.id) end as words,
      exists (select 1 from loads where loads.id = load_id and joins is not null) as joined,
      (select max(position) from pages as newer where newer.replaces = pages.id) as replaced_by,
      coalesce(dropped, case when exists (select 1 from loads where loads.id = load_id and loads.dropped)
        then 'Dropped: its load was cancelled, and what was scanned was not wanted.' end) as dropped
    from pages
    where pages.batch_id = ${batch}
    order by coalesce(pages.stands_at, pages.position), pages.position`
  return rows.map(row => ({
    id: row.id,
    load: row.load_id,
    page: row.position,
    sheet: row.sheet,
    side: row.side,
    evidence: row.evidence === null ? null : PageEvidence.parse(row.evidence),
    trouble: row.trouble,
    words: row.words === null ? null : unpackWords(row.words),
    // Pages that were added to a document belong to it, whatever stands on them.
    answer: answers.get(row.id) ?? (row.joined ? { as: 'continue' } : null),
    out:
      row.dropped !== null
        ? { fate: 'dropped', why: row.dropped }
        : row.replaced_by === null
          ? null
          : { fate: 'replaced', why: `Scanned again: page ${row.replaced_by} stands in its place.` },
  }))
}

/** What each side is under a rubric, with a person's corrections laid over it. */
export function outcomeOf(sides: readonly Side[], edits: readonly KeptEdit[], rubric: Rubric): SplitOutcome {
  const identities = new Map(sides.map(side => [side.page, side.id]))
  return correct(
    withThoseOut(
      splitPages(
        sides.filter(side => side.out === null),
        rubric,
      ),
      sides,
    ),
    edits,
    identities,
    rubric,
  )
}

/** Sides that count for nothing stay on the ribbon, set aside: scanned again, or dropped while they were scanned. */
function withThoseOut(outcome: SplitOutcome, sides: readonly Side[]): SplitOutcome {
  const decided = new Map(outcome.pages.map(page => [page.page, page]))
  return {
    ...outcome,
    pages: sides.map(
      side =>
        decided.get(side.page) ?? {
          page: side.page,
          fate: side.out!.fate,
          why: side.out!.why,
          note: null,
          document: null,
          heading: false,
          asks: false,
        },
    ),
  }
}
