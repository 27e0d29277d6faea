import { describe, expect, it } from 'vitest'
import { csvCell, ledgerCsv, readCsv } from '../../core/ledger/csv'
import { differences, Expected } from '../../core/ledger/expected'
import { makeLedger } from '../../core/ledger/ledger'

const loads = (...counts: [counted: number | null, sheets: number][]) =>
  counts.map(([counted, sheets], at) => ({ load: at + 1, counted, sheets, firstPage: at * 10 + 1 }))
const documents = (...values: (string | null)[]) =>
  values.map((value, at) => ({ document: at + 1, value, pages: [at * 2 + 1, at * 2 + 2] }))
const off = (expected: Partial<Expected>, ...rest: Parameters<typeof differences> extends [unknown, ...infer Rest] ? Rest : never) =>
  differences(Expected.parse(expected), ...rest).map(one => `${one.page}: ${one.words}`)

describe('sheets and documents that were counted', () => {
  it('agree, or nobody counted', () => {
    expect(off({}, loads([null, 5]), documents('A'))).toEqual([])
    expect(off({ sheets: 7, documents: 2, values: ['A', 'B'] }, loads([4, 4], [null, 3]), documents('A', 'B'))).toEqual([])
  })

  it('name the load in which a sheet is missing', () => {
    expect(off({ sheets: 9 }, loads([4, 4], [5, 4]), [])).toEqual([
      '11: Load 2 was counted as 5 sheets, and 4 came through the device. Two may have gone through as one, or some are still ' +
        'in the feeder.',
    ])
    expect(off({ sheets: 3 }, loads([null, 4]), [])).toEqual([
      '1: 3 sheets were counted, and 4 came through the device. A sheet may have been scanned twice, or miscounted.',
    ])
  })

  it('point to the longest document where one is missing, to the shortest without a code where one is too many', () => {
    const found = [
      { document: 1, value: 'A', pages: [1] },
      { document: 2, value: 'B', pages: [2, 3, 4, 5] },
      { document: 3, value: null, pages: [6] },
    ]
    expect(off({ documents: 4 }, [], found)[0]).toMatch(/^2: 4 documents were expected, and 3 were found\. .*longest/)
    expect(off({ documents: 2 }, [], found)[0]).toMatch(/^6: .*without a code/)
  })

  it('know from a list which document is missing, strange or double, and where', () => {
    expect(off({ values: ['A', 'B', 'C', 'D'] }, [], documents('A', 'X', 'C', 'C'))).toEqual([
      "3: Document 2, 'X', is not in the list.",
      "7: 'C' stands on documents 3 and 4.",
      "2: 'B' is in the list and was not found; it should follow 'A'.",
      "6: 'D' is in the list and was not found; it should follow 'C'.",
    ])
  })
})

describe('CSV', () => {
  it('is read as spreadsheets write it', () => {
    expect(readCsv('\uFEFFfile;words\r\nHM204;"one; two"\r\n\r\nQA007;"a ""b"""\r\n').rows).toEqual([
      ['file', 'words'],
      ['HM204', 'one; two'],
      ['QA007', 'a "b"'],
    ])
    expect(readCsv('A,B\n"line\nbreak",2').rows).toEqual([
      ['A', 'B'],
      ['line\nbreak', '2'],
    ])
    expect(readCsv('').rows).toEqual([])
    expect(readCsv('";;",!').rows).toEqual([[';;', '!']])
    expect(readCsv('A,B\n1,"open\n2,3')).toMatchObject({
      trouble: 'A quote in line 2 is opened and never closed. Mend it there: write a quote inside a cell twice.',
    })
    expect(readCsv('A;B\n1;2').trouble).toBeNull()
  })

  it.each([
    ['plain', 'plain'],
    ['a,b', '"a,b"'],
    ['say "so"', '"say ""so"""'],
    ['=1+1', "'=1+1"],
    [-2, '-2'],
  ])('the cell %j is written %s', (value, cell) => {
    expect(csvCell(value)).toBe(cell)
  })

  it('of a ledger has a line for each side and each total', () => {
    const page = {
      page: 1,
      source: 'a,b.pdf',
      sourcePage: 1,
      sheet: 1,
      side: 'front' as const,
      widthPx: 10,
      heightPx: 10,
      dpi: 200,
      ink: 0.1,
      skewDeg: 0,
      barcodes: [],
      fate: 'kept' as const,
      why: 'Starts.',
      document: 1,
    }
    const csv = ledgerCsv(makeLedger('R', [page], [{ document: 1, type: null, pages: [1], fields: {}, missing: [], files: [] }]))
    expect(readCsv(csv).rows).toHaveLength(8)
    expect(csv).toContain('1,"a,b.pdf",1,1,front,,kept,1,,0.1,0,Starts.')
    expect(csv).toContain('total,scanned,1')
  })
})
