import { describe, expect, it } from 'vitest'
import { captionHeight, layOut, neighbour } from '../../app/components/ribbon/layOut'
import { segmentsOf, type Segment } from '../../app/components/ribbon/segments'
import type { DocumentView } from '../../shared/views/documents'
import type { PageView } from '../../shared/views/pages'

const look = { width: 900, height: 120, folded: true }

function page(position: number, more: Partial<PageView> = {}): PageView {
  return {
    id: 100 + position,
    position,
    sheet: Math.ceil(position / 2),
    side: position % 2 ? 'front' : 'back',
    half: null,
    examined: true,
    read: true,
    picture: 'abc',
    turned: 0,
    aspect: 0.707,
    fate: 'kept',
    byHand: false,
    black: 0,
    dropped: false,
    heading: false,
    asks: false,
    document: null,
    ...more,
  }
}
const document = (position: number): DocumentView =>
  ({ id: position, position, type: null, state: 'open', filled: true, barcode: null, fields: {}, missing: [] }) as unknown as DocumentView

/** Documents of so many pages, one after the other. */
function batchOf(...lengths: number[]) {
  const pages = lengths.flatMap((length, at) => Array.from({ length }, (_, own) => ({ heading: own === 0, document: at + 1 })))
  return { pages: pages.map((one, at) => page(at + 1, one)), documents: lengths.map((_, at) => document(at + 1)) }
}

describe('paragraphs of the ribbon', () => {
  it('keeps what is set aside where it was scanned, and what waits apart', () => {
    const { pages, documents } = batchOf(3)
    const found = segmentsOf({
      documents,
      pages: [
        ...pages,
        page(4, { fate: 'blank' }),
        page(5, { fate: 'held', asks: true }),
        page(6, { fate: 'held' }),
        page(7, { fate: 'held', asks: true }),
      ],
    })
    expect(found.map(segment => [segment.kind, segment.pages.map(one => one.position)])).toEqual([
      ['document', [1, 2, 3, 4]],
      ['waiting', [5, 6]],
      ['waiting', [7]],
    ])
    expect(found[0]!.document).toBe(documents[0])
  })

  it('shows pages that are not sorted yet as one loose paragraph', () => {
    expect(segmentsOf({ documents: [], pages: [page(1, { fate: null }), page(2, { fate: null })] })).toMatchObject([
      { kind: 'loose', document: null, pages: [{}, {}] },
    ])
  })
})

describe('lines of the ribbon', () => {
  const segments = (batch: ReturnType<typeof batchOf>): Segment[] => segmentsOf(batch)

  it('places each page once, in order, inside the width, over no other', () => {
    const { lines, height } = layOut(segments(batchOf(40, 1, 2, 2, 1, 1, 7, 1)), look)
    const placed = lines.flatMap(line => line.pages)
    expect(placed.map(one => one.page.position)).toEqual(Array.from({ length: 55 }, (_, at) => at + 1))
    let below = 0
    for (const line of lines) {
      expect(line.y).toBe(below)
      below += line.height
      expect(line.pagesFrom + look.height + captionHeight).toBeLessThanOrEqual(line.height)
      line.pages.forEach((one, at) => {
        expect(one.x + one.width).toBeLessThanOrEqual(look.width)
        if (at > 0) expect(one.x).toBeGreaterThan(line.pages[at - 1]!.x + line.pages[at - 1]!.width)
      })
    }
    expect(height).toBe(below)
  })

  it('sets documents of a page or two side by side, but not one alone among long ones', () => {
    const short = layOut(segments(batchOf(1, 2, 1)), look)
    expect(short.lines).toHaveLength(1)
    expect(short.lines[0]!.heads.map(head => [head.segment.document?.position, head.short])).toEqual([
      [1, true],
      [2, true],
      [3, true],
    ])
    const alone = layOut(segments(batchOf(3, 1, 3)), look)
    expect(alone.lines.map(line => line.heads.map(head => head.short))).toEqual([[false], [false], [false]])
  })

  it('names a document once, however many lines it takes, and rules it off after the last', () => {
    const { lines } = layOut(segments(batchOf(30)), look)
    expect(lines.length).toBeGreaterThan(3)
    expect(lines.map(line => line.heads.length)).toEqual([1, ...lines.slice(1).map(() => 0)])
    expect(lines.map(line => line.rule)).toEqual([...lines.slice(1).map(() => false), true])
  })

  it('breaks no line between a front and its back, unless no line has room for both', () => {
    for (const width of [500, 560, 620, 680, 740]) {
      const { lines } = layOut(segments(batchOf(31)), { ...look, width })
      expect(lines.length).toBeGreaterThan(1)
      for (const line of lines.slice(1)) expect([width, line.pages[0]!.page.side]).toEqual([width, 'front'])
    }
    const { lines } = layOut(segments(batchOf(6)), { ...look, width: 400, height: 250 })
    expect(lines.map(line => line.pages.length)).toEqual([1, 1, 1, 1, 1, 1])
  })

  it('holds the two sides of a sheet together, and folds what is set aside unless it is asked for', () => {
    const batch = batchOf(4)
    batch.pages[1] = { ...batch.pages[1]!, fate: 'blank' }
    const [folded, open] = [true, false].map(fold => layOut(segments(batch), { ...look, folded: fold }).lines[0]!.pages)
    expect(folded![1]!.width).toBeLessThan(folded![0]!.width)
    expect(open![1]!.width).toBe(open![0]!.width)
    const gap = (at: number) => open![at]!.x - open![at - 1]!.x - open![at - 1]!.width
    expect(gap(1)).toBeLessThan(gap(2))
    expect(gap(3)).toBe(gap(1))
  })

  it('breaks a page that is wider than the ribbon onto a line of its own', () => {
    const batch = batchOf(3)
    batch.pages[1] = { ...batch.pages[1]!, aspect: 9 }
    expect(layOut(segments(batch), look).lines.map(line => line.pages.map(one => one.page.position))).toEqual([[1], [2], [3]])
  })

  it('finds the page above and below by where it stands, and stays at the ends', () => {
    const { lines } = layOut(segments(batchOf(30)), look)
    const [first, second] = lines
    const third = first!.pages[2]!.page.position
    const below = neighbour(lines, third, 1)
    expect(second!.pages.findIndex(one => one.page.position === below)).toBe(2)
    expect(neighbour(lines, below, -1)).toBe(third)
    expect(neighbour(lines, third, -1)).toBe(third)
    expect(neighbour(lines, 30, 1)).toBe(30)
    expect(neighbour(lines, 999, 1)).toBe(999)
  })
})
