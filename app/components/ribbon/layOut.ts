import { isAsideFate } from '~~/core/model/ledger'
import type { PageView } from '~~/shared/views/pages'
import type { Segment } from './segments'

/** A page at its place on the ribbon, in pixels from the ribbon's top-left. */
export interface PlacedPage {
  page: PageView
  x: number
  width: number
}
/** A heading beside the first line of its document, or above a document of a page or two. */
export interface PlacedHead {
  segment: Segment
  x: number
  width: number
  short: boolean
}
/** One line of the ribbon. */
export interface Line {
  key: string
  y: number
  height: number
  pagesFrom: number
  heads: PlacedHead[]
  pages: PlacedPage[]
  rule: boolean
}
export interface RibbonLook {
  /** Width of the ribbon and height of a page's picture, in pixels. */
  width: number
  height: number
  /** Sides that are set aside are shown as narrow strips. */
  folded: boolean
}

export const captionHeight = 24
const foldedWidth = 48
const headWidth = 184
const shortHead = 112
const gap = 8
const pad = 14

/** How wide a page's picture is. */
export function widthOf(page: PageView, { height, folded }: Pick<RibbonLook, 'height' | 'folded'>): number {
  if (folded && isAside(page)) return Math.min(foldedWidth, Math.round(height * 0.45))
  return Math.round(height * (page.aspect ?? 0.707))
}

export const isAside = (page: PageView) => isAsideFate(page.fate)

/** Documents of a page or two stand side by side, as short lines of verse do. */
const isShort = (segment: Segment) => segment.kind === 'document' && segment.pages.length <= 2

/** The paragraphs as lines of a known height, so that only those in sight need be drawn, however long the batch is. */
export function layOut(segments: readonly Segment[], look: RibbonLook): { lines: Line[]; height: number } {
  const lines: Line[] = []
  let y = 0
  const rowHeight = look.height + captionHeight
  const end = (line: Line) => {
    line.y = y
    y += line.height
    lines.push(line)
  }
  let verse: Line | null = null
  let right = 0
  const endVerse = () => {
    if (verse) end(verse)
    verse = null
    right = 0
  }
  for (const [at, segment] of segments.entries()) {
    // One alone among long ones would only make a gap.
    const inVerse = isShort(segment) && [segments[at - 1], segments[at + 1]].some(near => near !== undefined && isShort(near))
    if (inVerse) {
      const placed = inOneLine(segment.pages, look)
      const width = Math.max(headWidth - 20, placed.width)
      if (verse && right + width > look.width) endVerse()
      verse ??= {
        key: segment.key,
        y: 0,
        height: shortHead + rowHeight + 2 * pad,
        pagesFrom: pad + shortHead,
        heads: [],
        pages: [],
        rule: true,
      }
      verse.heads.push({ segment, x: right, width, short: true })
      for (const page of placed.pages) verse.pages.push({ ...page, x: right + page.x })
      right += width + 3 * gap
      continue
    }
    endVerse()
    const rows = wrapped(segment.pages, look)
    rows.forEach((pages, row) => {
      const last = row === rows.length - 1
      const top = row === 0 ? pad : 0
      end({
        key: `${segment.key}-${row}`,
        y: 0,
        height: top + rowHeight + (last ? pad : gap),
        pagesFrom: top,
        heads: row === 0 ? [{ segment, x: 0, width: headWidth - 12, short: false }] : [],
        pages: pages.map(page => ({ ...page, x: headWidth + page.x })),
        rule: last,
      })
    })
  }
  endVerse()
  return { lines, height: y }
}

const isBackOf = (page: PageView | undefined, before: PageView) => page?.sheet === before.sheet && page.side === 'back'

/** Both sides of a sheet stand close together. */
const gapBefore = (page: PageView, before: PageView) => (isBackOf(page, before) ? 2 : gap)

function inOneLine(pages: readonly PageView[], look: RibbonLook): { pages: PlacedPage[]; width: number } {
  const placed: PlacedPage[] = []
  let x = 0
  for (const page of pages) {
    const before = placed.at(-1)?.page
    if (before) x += gapBefore(page, before)
    placed.push({ page, x, width: widthOf(page, look) })
    x += widthOf(page, look)
  }
  return { pages: placed, width: x }
}

function wrapped(pages: readonly PageView[], look: RibbonLook): PlacedPage[][] {
  const room = look.width - headWidth
  const rows: PlacedPage[][] = [[]]
  let x = 0
  for (const [at, page] of pages.entries()) {
    const before = rows.at(-1)!.at(-1)?.page
    const width = widthOf(page, look)
    const from = before ? x + gapBefore(page, before) : 0
    // A front goes to the next row with its back, unless no row has room for both.
    const both = isBackOf(pages[at + 1], page) ? inOneLine(pages.slice(at, at + 2), look).width : width
    if (before && from + (both <= room ? both : width) > room) rows.push([{ page, x: 0, width }])
    else rows.at(-1)!.push({ page, x: from, width })
    x = rows.at(-1)!.at(-1)!.x + width
  }
  return rows
}

/** The page nearest above or below one, as the lines are broken now; itself where there is none. */
export function neighbour(lines: readonly Line[], position: number, direction: -1 | 1): number {
  const at = lines.findIndex(line => line.pages.some(one => one.page.position === position))
  const here = lines[at]?.pages.find(one => one.page.position === position)
  const next = lines[at + direction]
  if (!here || !next?.pages.length) return position
  const middle = here.x + here.width / 2
  return [...next.pages].sort((a, b) => Math.abs(a.x + a.width / 2 - middle) - Math.abs(b.x + b.width / 2 - middle))[0]!.page.position
}
