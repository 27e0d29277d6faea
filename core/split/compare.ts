import { z } from 'zod'
import { totalsOf } from '../ledger/ledger'
import { Fate, Totals } from '../model/ledger'
import type { SplitOutcome } from './types'

/** A page as two rubrics have it; `changed` where its fate, its document's first page or its being a first page differs. */
const Standing = z.object({ fate: Fate, document: z.int().nullable(), heading: z.boolean(), why: z.string() })
export const ComparedPage = z.object({ page: z.int(), changed: z.boolean(), before: Standing.nullable(), after: Standing })
export type ComparedPage = z.infer<typeof ComparedPage>

/** Both outcomes side by side: each page, and what they come to. */
const Sum = z.object({ totals: Totals, documents: z.int() })
export const Comparison = z.object({ pages: z.array(ComparedPage), before: Sum.nullable(), after: Sum, changed: z.int() })
export type Comparison = z.infer<typeof Comparison>

/** Compares what two rubrics make of the same pages. Without a `before` nothing counts as changed. */
export function compareOutcomes(before: SplitOutcome | null, after: SplitOutcome): Comparison {
  const old = new Map(before?.pages.map(page => [page.page, page]))
  const firstOf = (outcome: SplitOutcome, document: number | null) =>
    document === null ? null : (outcome.documents[document - 1]?.pages[0] ?? null)
  const pages = after.pages.map((page): ComparedPage => {
    const was = old.get(page.page)
    const shown = ({ fate, document, heading, why }: NonNullable<typeof was>) => ({ fate, document, heading, why })
    return {
      page: page.page,
      // A document is the same where it begins at the same page, whatever its number is now.
      changed:
        was !== undefined &&
        before !== null &&
        (was.fate !== page.fate || was.heading !== page.heading || firstOf(before, was.document) !== firstOf(after, page.document)),
      before: was ? shown(was) : null,
      after: shown(page),
    }
  })
  const sum = (outcome: SplitOutcome) => ({ totals: totalsOf(outcome.pages), documents: outcome.documents.length })
  return { pages, before: before && sum(before), after: sum(after), changed: pages.filter(page => page.changed).length }
}
