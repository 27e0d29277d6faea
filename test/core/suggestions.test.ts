import { describe, expect, it } from 'vitest'
import { labelsBeside, readsLike } from '../../core/learning/labels'
import { suggestForType, type LeftDocument } from '../../core/learning/suggestFields'
import { suggestForPages, type LeftPage } from '../../core/learning/suggestPages'
import { makeChange } from '../../core/learning/suggestion'
import { DocumentType } from '../../core/rubric/rubric'
import { line } from './line'
import { rubricFor } from './pages'

const berths = ['B-12', 'B-07', 'B-31', 'B-18', 'B-22', 'B-40', 'B-03', 'B-15', 'B-29', 'B-36']
const berth = (from: unknown[]) => DocumentType.parse({ id: 'permit', label: 'Permit', fields: [{ id: 'berth', label: 'Berth', from }] })
/** Paper with a berth beside its label, which lies now here, now there; typed by a person where `taught` says so. */
const left = (label: (at: number) => string, taught: (at: number) => boolean): LeftDocument[] =>
  berths.map((value, at) => ({
    barcode: {},
    pages: [[...line('Mooring permit', 1, 0.8, 0), ...line(`${label(at)}: ${value}`, 1 + (at % 3), 2 + at * 0.3, 1)]],
    values: { berth: { value, taught: taught(at) } },
  }))

describe('what people typed, as a rule', () => {
  it('is read beside its printed label, tried on the same paper', () => {
    const [one, ...others] = suggestForType(
      berth([]),
      left(
        () => 'Berth',
        () => true,
      ),
      [],
    )
    expect(others).toEqual([])
    expect(one).toMatchObject({
      change: { do: 'source', field: 'berth', source: { text: { near: 'Berth' } } },
      instead: null,
      shown: 10,
      of: 10,
      before: { right: 0, wrong: 0, open: 10 },
      after: { right: 10, wrong: 0, open: 0 },
    })
    const rubric = rubricFor({}, { types: [berth([])], defaultType: 'permit' })
    makeChange(rubric, one!.change)
    expect(rubric.types[0]!.fields[0]!.from).toHaveLength(1)
  })

  it('knows where the labels of other fields stand', () => {
    const people = ['Wenna', 'Tegen', 'Massen', 'Ysella', 'Daveth', 'Kitto', 'Loveday', 'Merryn', 'Jory', 'Senara']
    const documents = people.map((value, at) => ({
      barcode: {},
      // Here and there, so that no place is learned.
      pages: [[...line('Name', 1, 2 + at * 0.3, 0), ...line('Berth', 4, 2 + at * 0.3, 0), ...line(value, 1, 2.2 + at * 0.3, 1)]],
      values: { owner: { value, taught: true } },
    }))
    const field = { id: 'owner', label: 'Owner' }
    const withBerth = (from: unknown[]) =>
      DocumentType.parse({ id: 'permit', label: 'Permit', fields: [field, { id: 'berth', label: 'Berth', from }] })
    expect(suggestForType(withBerth([]), documents, [])).toEqual([])
    expect(suggestForType(withBerth([{ text: { near: 'Berth', value: 'B-\\d+' } }]), documents, [])).toMatchObject([
      { change: { field: 'owner', source: { text: { near: 'Name' } } }, after: { right: 10, wrong: 0 } },
    ])
  })

  it('says so where a label is often read otherwise', () => {
    const misread = (at: number) => at % 2 === 0
    const [one] = suggestForType(
      berth([{ text: { near: 'Berth no', value: '\\S+' } }]),
      left(at => (misread(at) ? 'Berth mo' : 'Berth no'), misread),
      [],
    )
    expect(one).toMatchObject({ instead: 'Berth no', shown: 5, of: 5, before: { right: 5, open: 5 }, after: { right: 10, open: 0 } })
  })

  it('is nothing where it would be wrong more often, where few typed it, and where the rubric finds it', () => {
    // Each stands beside a label of its own, and here and there.
    expect(
      suggestForType(
        berth([]),
        left(
          at => `Word${'abcdefghij'[at]}`,
          () => true,
        ),
        [],
      ),
    ).toEqual([])
    expect(
      suggestForType(
        berth([]),
        left(
          () => 'Berth',
          at => at < 4,
        ),
        [],
      ),
    ).toEqual([])
    expect(
      suggestForType(
        berth([{ text: { near: 'Berth', value: '\\S+' } }]),
        left(
          () => 'Berth',
          () => true,
        ),
        [],
      ),
    ).toEqual([])
  })

  it('knows labels before and above a value, and letters that are read otherwise', () => {
    const value = line('B-12', 3, 2, 2)[0]!
    expect(labelsBeside([...line('Some words', 0.5, 2, 0), ...line('Berth no.:', 2, 2, 1), value], value)).toEqual(['Berth no'])
    expect(labelsBeside([...line('| Berth no', 3, 1.75, 0), value], value)).toEqual(['Berth no'])
    expect(labelsBeside([...line('Zone', 2, 2, 0), ...line('Berth no', 3, 1.75, 1), value], value)).toEqual(['Zone', 'Berth no'])
    expect(labelsBeside([...line('Berth no', 3, 0.5, 0), value], value)).toEqual([])
    expect([readsLike('Berth', 'Bertn'), readsLike('Berth', 'Zone'), readsLike('Berth', '12')]).toEqual([true, false, false])
  })
})

const page = (more: Partial<LeftPage> = {}): LeftPage => ({
  ink: 0.03,
  blank: false,
  unread: [],
  answered: false,
  setAside: false,
  putBack: false,
  ...more,
})
/** The rubric's zone, and something like a code that begins at its left edge. */
const rubric = rubricFor()
const zone = { x: 0, y: 0, width: 0, height: 0, unit: 'in' as 'in' | 'mm', ...(rubric.split.rules[0] as { zone: object }).zone }
const cut = { ...zone, x: zone.x + 0.01, width: 1, height: 0.3, y: zone.y + 0.3, tried: '', readings: [], beside: [] }

describe('pages that people put right', () => {
  it('widen a zone over whose edge codes run, and only on that side', () => {
    expect(
      suggestForPages(
        rubric,
        [1, 2].map(() => page({ answered: true, unread: [cut] })),
      ),
    ).toEqual([])
    const [one, ...others] = suggestForPages(
      rubric,
      [1, 2, 3, 4].map(() => page({ answered: true, unread: [cut] })),
    )
    expect(others).toEqual([])
    expect(one).toMatchObject({ change: { do: 'widen', rule: 0, side: 'left' }, shown: 4, of: 4 })
    const copy = structuredClone(rubric)
    makeChange(copy, one!.change)
    const wider = (copy.split.rules[0] as { zone: typeof zone }).zone
    expect([zone.x - wider.x, wider.width - zone.width, wider.y, wider.height]).toEqual([
      expect.closeTo(0.157, 2),
      expect.closeTo(0.157, 2),
      zone.y,
      zone.height,
    ])
    expect(() => makeChange({ split: { rules: [] } }, one!.change)).toThrow('Rule 1 has no zone any more.')
  })

  it('raise what counts as blank only far below what stays, and lower it below what was put back', () => {
    const specks = [1, 2, 3].map(() => page({ ink: 0.0005, setAside: true }))
    const [up] = suggestForPages(rubric, [...specks, page()])
    expect(up).toMatchObject({ change: { do: 'max-ink', maxInk: 0.0006 }, before: { right: 1, wrong: 3 }, after: { right: 4, wrong: 0 } })
    expect(suggestForPages(rubric, [...specks, page({ ink: 0.001 })])).toEqual([])
    const notes = [0.000009, 0.000008, 0.000005].map(ink => page({ ink, blank: true, putBack: true }))
    expect(suggestForPages(rubric, notes)).toMatchObject([{ change: { maxInk: 0.000004 }, after: { right: 3, wrong: 0 } }])
  })
})
