import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ledgerCsv, readCsv } from '../../core/ledger/csv'
import { makeLedger, totalsOf } from '../../core/ledger/ledger'
import { Edit, KeptEdit } from '../../core/model/edit'
import { freeName, renderName, templateFault } from '../../core/name/template'
import { correct } from '../../core/split/correct'
import { sealed } from '../../core/split/sealed'
import { splitPages } from '../../core/split/split'
import type { SplitOutcome, SplitPage } from '../../core/split/types'
import { inShrinkingGroups } from '../../core/text/groups'
import { packWords, unpackWords } from '../../core/text/packedWords'
import { rubricFor, sides } from './pages'

// Whatever the paper shows and whatever people do with it: what must hold all the same.

const side = fc.oneof(
  { weight: 3, arbitrary: fc.constant(null) },
  { weight: 2, arbitrary: fc.constant({}) },
  { weight: 3, arbitrary: fc.integer({ min: 4200, max: 4204 }).map(number => ({ code: `MP26-0${number}` })) },
  { weight: 1, arbitrary: fc.constant({ unread: true }) },
  { weight: 1, arbitrary: fc.constant({ broken: 'cut short' }) },
  { weight: 1, arbitrary: fc.constant({ code: 'other', format: 'QRCode' }) },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      { answer: { as: 'start' } as const },
      { answer: { as: 'continue' } as const },
      { answer: { as: 'code', value: 'MP26-04299' } as const },
    ),
  },
)
const stack = fc.array(side, { minLength: 1, maxLength: 24 }).map(given => sides(...given))
const rubrics = fc
  .record({
    sameValue: fc.constantFrom('continue', 'new'),
    before: fc.constantFrom('hold', 'document'),
    unread: fc.constantFrom('hold', 'previous'),
    sheet: fc.constantFrom('keep', 'set-aside'),
    more: fc.constantFrom([], [{ rule: 'blank-sheet' }], [{ rule: 'count', sheets: 2 }], [{ rule: 'count', pages: 3 }]),
  })
  .map(({ sameValue, before, unread, sheet, more }) => {
    const [barcode] = rubricFor().split.rules
    return rubricFor({ rules: [{ ...barcode, sheet }, ...more], sameValue, before, unread })
  })
const edits = (pages: number) =>
  fc
    .array(
      fc.oneof(
        fc.record({
          do: fc.constant('start' as const),
          page: fc.integer({ min: 101, max: 101 + pages }),
          values: fc.constantFrom('keep' as const, 'clear' as const),
        }),
        fc.record({ do: fc.constant('join' as const), page: fc.integer({ min: 101, max: 101 + pages }) }),
        fc.record({
          do: fc.constantFrom('set-aside' as const, 'put-back' as const),
          pages: fc.uniqueArray(fc.integer({ min: 101, max: 100 + pages }), { minLength: 1, maxLength: 4 }),
        }),
        fc.record({
          do: fc.constant('move' as const),
          pages: fc.uniqueArray(fc.integer({ min: 101, max: 100 + pages }), { minLength: 1, maxLength: 4 }),
          before: fc.option(fc.integer({ min: 101, max: 101 + pages })),
          values: fc.constant('keep' as const),
        }),
      ),
      { maxLength: 8 },
    )
    .map(all => all.map(edit => KeptEdit.parse(Edit.parse(edit))))
const given = fc.tuple(stack, rubrics).chain(([pages, rubric]) => fc.tuple(fc.constant(pages), fc.constant(rubric), edits(pages.length)))
const identities = (pages: readonly SplitPage[]) => new Map(pages.map(page => [page.page, page.page + 100]))

/** Every side once, with a reason; documents in the ribbon's order, each page of theirs kept by them and nobody else. */
function expectSound(outcome: SplitOutcome, pages: readonly SplitPage[]): void {
  expect(outcome.pages.map(page => page.page).sort((a, b) => a - b)).toEqual(pages.map(page => page.page))
  expect(outcome.pages.every(page => page.why.length > 5)).toBe(true)
  expect(outcome.documents.map(document => document.document)).toEqual(outcome.documents.map((_, at) => at + 1))
  for (const document of outcome.documents) {
    expect(document.pages.length).toBeGreaterThan(0)
    expect(outcome.pages.filter(page => page.document === document.document).map(page => page.page)).toEqual(document.pages)
  }
  for (const page of outcome.pages) {
    expect([page.page, page.fate === 'kept']).toEqual([page.page, page.document !== null])
    if (page.asks) expect(page.fate).toBe('held')
  }
  // A document is one run of the ribbon, but for what lies aside.
  const kept = outcome.pages.flatMap(page => page.document ?? [])
  expect(kept).toEqual([...kept].sort((a, b) => a - b))
}

describe('whatever the paper shows', () => {
  it('every side is accounted for once, and the ledger adds up', () => {
    fc.assert(
      fc.property(fc.tuple(stack, rubrics), ([pages, rubric]) => {
        const outcome = splitPages(pages, rubric)
        expectSound(outcome, pages)
        const totals = totalsOf(outcome.pages)
        expect(totals.kept + totals.blank + totals.separator + totals.unreadable + totals.held).toBe(totals.scanned)
        const ledger = makeLedger(
          'R',
          outcome.pages.map(({ page, fate, why, document }) => ({
            page,
            fate,
            why,
            document,
            source: 's',
            sourcePage: page,
            sheet: pages[page - 1]!.sheet,
            side: pages[page - 1]!.side,
            widthPx: null,
            heightPx: null,
            dpi: null,
            ink: null,
            skewDeg: null,
            barcodes: [],
          })),
          outcome.documents.map(document => ({
            document: document.document,
            type: document.type,
            pages: document.pages,
            fields: {},
            missing: [],
            files: [],
          })),
        )
        expect(readCsv(ledgerCsv(ledger)).rows.length).toBeGreaterThan(pages.length)
      }),
      { numRuns: 300 },
    )
  })
})

describe('whatever people correct', () => {
  it('every side is accounted for once', () => {
    fc.assert(
      fc.property(given, ([pages, rubric, made]) => {
        const outcome = correct(splitPages(pages, rubric), made, identities(pages), rubric)
        expectSound(outcome, pages)
        const { scanned, ...counts } = totalsOf(outcome.pages)
        expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(scanned)
        // What a person set aside is no separator.
        expect(outcome.pages.filter(page => page.byHand).every(page => page.fate === 'set-aside')).toBe(true)
      }),
      { numRuns: 500 },
    )
  })

  it('undoing everything gives the start, and doing it again the same end', () => {
    fc.assert(
      fc.property(given, ([pages, rubric, made]) => {
        const start = splitPages(pages, rubric)
        const at = (count: number) => correct(splitPages(pages, rubric), made.slice(0, count), identities(pages), rubric)
        const before = JSON.stringify(start)
        const end = at(made.length)
        // What was split is not changed by laying corrections over it.
        expect(JSON.stringify(start)).toBe(before)
        expect(at(0)).toEqual(start)
        expect(at(made.length)).toEqual(end)
      }),
      { numRuns: 300 },
    )
  })

  it('a confirmed document keeps its pages where later ones would follow it', () => {
    fc.assert(
      fc.property(stack, rubrics, (pages, rubric) => {
        const outcome = splitPages(pages, rubric)
        const [first] = outcome.documents
        fc.pre(first !== undefined && first.pages.length > 1)
        const own = first.pages.slice(0, 1)
        const loose = new Set(first.pages.slice(1))
        const after = sealed(outcome, new Map([[own[0]!, own]]), loose)
        expect(after.documents[0]!.pages).toEqual(own)
        expect(after.pages.filter(page => loose.has(page.page)).map(page => page.fate)).toEqual([...loose].map(() => 'held'))
        expect(after.pages.length).toBe(pages.length)
      }),
      { numRuns: 200 },
    )
  })
})

describe('whatever a value is', () => {
  const context = (value: string) => ({ type: value, batch: value, seq: 1, pages: 1, date: '2026-03-31', values: { value } })

  it('a name never leaves its folder, and every step of it is one that a file system takes', () => {
    const anything = fc.oneof(
      fc.string({ maxLength: 300 }),
      fc.constantFrom('..', '.', '../..', '/etc/passwd', 'con', 'NUL.pdf', 'a/../../b', '\\\\server', ' ', '....', '\u0000', '\u202etxt'),
    )
    const templates = fc.constantFrom('{value}', 'a/{value}/b', '{value}/{type}', '{batch}{value}', '{seq:3}-{value}', '{value}.{type}')
    fc.assert(
      fc.property(templates, anything, (template, value) => {
        expect(templateFault(template)).toBeNull()
        const name = renderName(template, context(value))
        const steps = name.split('/')
        expect(steps.length).toBe(template.split('/').length)
        for (const step of steps) {
          expect(step === '' || step === '.' || step === '..').toBe(false)
          expect(/[\0-\x1f<>:"\\|?*]/.test(step)).toBe(false)
          expect(Buffer.byteLength(step)).toBeLessThanOrEqual(200)
        }
      }),
      { numRuns: 500 },
    )
  })

  it('a free name is none that is taken, and keeps its extension', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 8 })), numbers => {
        const taken = new Set(numbers.map(number => (number === 1 ? 'a/b.pdf' : `a/b (${number}).pdf`)))
        const name = freeName('a/b.pdf', one => taken.has(one))
        expect(taken.has(name)).toBe(false)
        expect(name).toMatch(/^a\/b( \(\d\))?\.pdf$/)
      }),
    )
  })

  it('a list survives CSV and back, whatever stands in it', () => {
    const quoted = (cell: string) => (/[",;\t\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)
    const cells = fc.string({ maxLength: 12 }).filter(text => !text.includes('\r') && text.trim() === text)
    fc.assert(
      fc.property(
        fc.array(
          fc.array(
            cells.filter(text => text !== ''),
            { minLength: 2, maxLength: 4 },
          ),
          { minLength: 1, maxLength: 5 },
        ),
        rows => {
          expect(readCsv(rows.map(row => row.map(quoted).join(',')).join('\n')).rows).toEqual(rows)
        },
      ),
    )
  })

  it('words are kept as they were read, to a thousandth of an inch', () => {
    const measure = fc.integer({ min: 0, max: 17_000 }).map(value => value / 1000)
    const word = fc.record({
      text: fc.string({ minLength: 1, maxLength: 20 }),
      x: measure,
      y: measure,
      width: measure,
      height: measure,
      confidence: fc.integer({ min: 0, max: 1000 }).map(value => value / 1000),
      line: fc.nat(500),
      paragraph: fc.nat(100),
      block: fc.nat(50),
    })
    fc.assert(
      fc.property(fc.array(word, { maxLength: 30 }), words => {
        expect(unpackWords(JSON.parse(JSON.stringify(packWords(words))))).toEqual(words)
      }),
    )
  })
})

it('pages are read in groups that hold each once, in order, and shrink towards the end', () => {
  fc.assert(
    fc.property(fc.nat(60), fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 6 }), (count, most, lanes) => {
      const items = Array.from({ length: count }, (_, at) => at)
      const groups = inShrinkingGroups(items, most, lanes, () => 'one')
      expect(groups.flat()).toEqual(items)
      const sizes = groups.map(group => group.length)
      expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
      expect(sizes.every(size => size >= 1 && size <= most)).toBe(true)
      // As many as there are lanes are single ones, so that none waits long for another.
      if (lanes > 1) expect(sizes.slice(-lanes).every(size => size === 1)).toBe(true)
      const byKey = inShrinkingGroups(items, most, lanes, item => item % 3)
      expect(byKey.flat()).toEqual(items)
      expect(byKey.every(group => group.length === 1)).toBe(true)
    }),
  )
})
