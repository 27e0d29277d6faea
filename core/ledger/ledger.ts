import { Code, type PageEvidence } from '../model/evidence'
import { fates, type Fate, type Ledger, type LedgerDocument, type LedgerPage, type Totals } from '../model/ledger'

/** Counts of sides by fate; what only a person decides has a key where it is not 0. */
export function totalsOf(pages: readonly { fate: Fate }[]): Totals {
  const totals: Totals = { scanned: pages.length, kept: 0, blank: 0, separator: 0, unreadable: 0, held: 0 }
  for (const page of pages) totals[page.fate] = (totals[page.fate] ?? 0) + 1
  return totals
}

/** What the ledger says of a side's picture; nothing where it could not be examined. Inches to a thousandth. */
export function seenOn(evidence: PageEvidence | null) {
  const inches = (value: number) => Math.round(value * 1000) / 1000
  const { redactions } = evidence ?? {}
  return {
    widthPx: evidence?.widthPx ?? null,
    heightPx: evidence?.heightPx ?? null,
    dpi: evidence?.dpi ?? null,
    ink: evidence?.ink ?? null,
    skewDeg: evidence?.skewDeg ?? null,
    barcodes: (evidence?.codes ?? []).map(code => Code.parse(code)),
    ...(redactions && {
      redactions: redactions.map(({ by, x, y, width, height }) => ({
        x: inches(x),
        y: inches(y),
        width: inches(width),
        height: inches(height),
        by,
      })),
    }),
  }
}

/**
 * The ledger of one batch.
 * @throws {Error} where a side is accounted for twice, or kept without a document, or the sum does not hold
 */
export function makeLedger(rubric: string, pages: LedgerPage[], documents: LedgerDocument[]): Ledger {
  const seen = new Set<number>()
  const inDocuments = new Map(documents.flatMap(document => document.pages.map(page => [page, document.document] as const)))
  for (const page of pages) {
    if (seen.has(page.page)) throw new Error(`The ledger holds page ${page.page} twice.`)
    seen.add(page.page)
    if (page.document !== (inDocuments.get(page.page) ?? null) || (page.fate === 'kept') !== (page.document !== null)) {
      throw new Error(`The ledger does not agree on page ${page.page}: ${page.fate}, document ${page.document}.`)
    }
  }
  const totals = totalsOf(pages)
  const sum = fates.reduce((total, fate) => total + (totals[fate] ?? 0), 0)
  if (sum !== totals.scanned) throw new Error(`The ledger's sum does not hold: ${sum} of ${totals.scanned} sides.`)
  return { version: 1, rubric, pages, documents, totals }
}
