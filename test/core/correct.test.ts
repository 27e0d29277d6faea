import { describe, expect, it } from 'vitest'
import { KeptEdit, type Edit } from '../../core/model/edit'
import { correct } from '../../core/split/correct'
import { sealed } from '../../core/split/sealed'
import { splitPages } from '../../core/split/split'
import type { SplitPage } from '../../core/split/types'
import { rubricFor, sides } from './pages'

const rubric = rubricFor()
/** Two permits of two pages each with blank backs, then one whose code does not read, with a page behind it. */
const given = sides({ code: 'MP26-04217' }, null, {}, null, { code: 'MP26-04218' }, null, {}, null, { unread: true }, null, {}, null)

/** Each side in ribbon order as its number, fate and document. Identities are the numbers plus 100. */
function after(edits: Edit[], pages: SplitPage[] = given) {
  const outcome = correct(
    splitPages(pages, rubric),
    edits.map(edit => KeptEdit.parse(edit)),
    new Map(pages.map(page => [page.page, page.page + 100])),
    rubric,
  )
  return { outcome, text: outcome.pages.map(page => `${page.page}${page.fate[0]}${page.document ?? ''}${page.asks ? '?' : ''}`).join(' ') }
}

describe('corrections on the ribbon', () => {
  it('leave everything as it was where there are none', () => {
    const outcome = splitPages(given, rubric)
    expect(after([]).outcome).toEqual(outcome)
  })

  it.each<[string, Edit[], string]>([
    ['a document starts here', [{ do: 'start', page: 103 }], '1k1 2b 3k2 4b 5k3 6b 7k3 8b 9h? 10b 11h 12b'],
    [
      'a held page starts one, and those that waited follow it',
      [{ do: 'start', page: 109 }],
      '1k1 2b 3k1 4b 5k2 6b 7k2 8b 9k3 10b 11k3 12b',
    ],
    ['a document joins the one before', [{ do: 'join', page: 105 }], '1k1 2b 3k1 4b 5k1 6b 7k1 8b 9h? 10b 11h 12b'],
    [
      'a held page joins the one before, and those that waited follow',
      [{ do: 'join', page: 109 }],
      '1k1 2b 3k1 4b 5k2 6b 7k2 8b 9k2 10b 11k2 12b',
    ],
    ['the first document has none before', [{ do: 'join', page: 101 }], '1k1 2b 3k1 4b 5k2 6b 7k2 8b 9h? 10b 11h 12b'],
    [
      'a heading that is set aside passes to the next page',
      [{ do: 'set-aside', pages: [105] }],
      '1k1 2b 3k1 4b 5s 6b 7k2 8b 9h? 10b 11h 12b',
    ],
    [
      'a held page that is set aside leaves the question to the next',
      [{ do: 'set-aside', pages: [109] }],
      '1k1 2b 3k1 4b 5k2 6b 7k2 8b 9s 10b 11h? 12b',
    ],
    ['a blank is put back', [{ do: 'put-back', pages: [102] }], '1k1 2k1 3k1 4b 5k2 6b 7k2 8b 9h? 10b 11h 12b'],
    ['a page moves into another document', [{ do: 'move', pages: [103], before: 107 }], '1k1 2b 4b 5k2 6b 3k2 7k2 8b 9h? 10b 11h 12b'],
    [
      'a whole document moves with its heading',
      [{ do: 'move', pages: [105, 107], before: 101 }],
      '5k1 7k1 1k2 2b 3k2 4b 6b 8b 9h? 10b 11h 12b',
    ],
    [
      'a first page that leaves hands its heading on',
      [{ do: 'move', pages: [101], before: null }],
      '2b 3k1 4b 5k2 6b 7k2 8b 9h? 10b 11h 12b 1k2',
    ],
    [
      'a page that is not there',
      [
        { do: 'start', page: 999 },
        { do: 'move', pages: [101], before: 999 },
      ],
      '1k1 2b 3k1 4b 5k2 6b 7k2 8b 9h? 10b 11h 12b',
    ],
  ])('%s', (_, edits, expected) => {
    expect(after(edits).text).toBe(expected)
  })

  it("keep a document's values with its heading, and say of each page that a person did it", () => {
    const { outcome } = after([
      { do: 'set-aside', pages: [105] },
      { do: 'start', page: 103 },
    ])
    expect(outcome.documents.map(document => [document.pages, document.barcode.value])).toEqual([
      [[1], 'MP26-04217'],
      [[3], undefined],
      [[7], 'MP26-04218'],
    ])
    expect(outcome.pages[4]!.why).toBe('Set aside by hand.')
    expect(outcome.pages[2]!.why).toBe('Starts a document: a person said so.')
  })
})

describe('a confirmed document', () => {
  const sealedText = (confirmed: [number, number[]][], pages: SplitPage[], loose = [3, 4, 5, 6]) =>
    sealed(splitPages(pages, rubric), new Map(confirmed), new Set(loose))
      .pages.map(page => `${page.page}${page.fate[0]}${page.document ?? ''}${page.asks ? '?' : ''}`)
      .join(' ')
  const later = sides({ code: 'MP26-04217' }, {}, {}, null, {}, { code: 'MP26-04218' })

  it('takes no page of a later load: these wait, up to the next start', () => {
    expect(sealedText([[1, [1, 2]]], later)).toBe('1k1 2k1 3h? 4b 5h 6k2')
  })

  it('stays as it is where nothing follows, and is left alone where its pages changed', () => {
    expect(sealedText([[1, [1, 2, 3, 5]]], later)).toBe('1k1 2k1 3k1 4b 5k1 6k2')
    expect(sealedText([[1, [1, 3]]], later)).toBe('1k1 2k1 3k1 4b 5k1 6k2')
    expect(sealedText([[1, [1, 2]]], later, [5, 6])).toBe('1k1 2k1 3k1 4b 5k1 6k2')
  })
})
