import { expect, it } from 'vitest'
import { makeLedger } from '../../core/ledger/ledger'
import type { LedgerPage } from '../../core/model/ledger'

const page = (number: number, fate: LedgerPage['fate'], document: number | null): LedgerPage => ({
  page: number,
  source: 'a.pdf',
  sourcePage: number,
  sheet: number,
  side: 'front',
  widthPx: 1,
  heightPx: 1,
  dpi: 200,
  ink: 0,
  skewDeg: 0,
  barcodes: [],
  fate,
  why: 'because',
  document,
})
const document = (pages: number[]) => ({ document: 1, type: null, pages, fields: {}, missing: [], files: [] })

it('adds up', () => {
  const { totals } = makeLedger('R', [page(1, 'kept', 1), page(2, 'blank', null), page(3, 'held', null)], [document([1])])
  expect(totals).toEqual({ scanned: 3, kept: 1, blank: 1, separator: 0, unreadable: 0, held: 1 })
})

it('refuses a side that is there twice, or that page and document disagree on', () => {
  expect(() => makeLedger('R', [page(1, 'kept', 1), page(1, 'kept', 1)], [document([1])])).toThrow('twice')
  expect(() => makeLedger('R', [page(1, 'blank', null)], [document([1])])).toThrow('does not agree')
  expect(() => makeLedger('R', [page(1, 'kept', null)], [])).toThrow('does not agree')
})
