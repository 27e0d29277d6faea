import type { Components } from './components'
import type { Area, Bitmap } from './image'

/** A letter's height and width at least and at most, in inches: of five points and of a headline. */
const letter = { least: 0.04, most: 0.24, thinnest: 0.008 }
/** What no letter is nearer to than this stands by itself, in inches; two such may stand together. */
const room = 0.22
const together = 1
/** A printed box: its four sides are there, and not much else. */
const box = { side: 0.85, most: 0.6 }
/** What is ink all over is a stroke or nothing that was written: a place that was blacked out, for one. Share, and thickness in inches. */
const solid = { ink: 0.9, thick: 0.05 }
/** More of them are a pattern or dirt. */
const mostLone = 60

/**
 * Letters and figures, or two of them, that stand by themselves: engines that look for columns leave those out.
 * @param counts whether a component is something that a reader would see
 * @returns areas in pixels; none where they are so many that it is no text
 */
export function loneMarks(ink: Bitmap, parts: Components, dpi: number, counts: (part: number) => boolean = () => true): Area[] {
  const letters: (Area & { pixels: number })[] = []
  for (let part = 0; part < parts.count; part++) {
    const [x, y] = [parts.left[part]!, parts.top[part]!]
    const [width, height] = [parts.right[part]! - x, parts.bottom[part]! - y]
    const fits = height >= letter.least * dpi && height <= letter.most * dpi && width >= letter.thinnest * dpi && width <= letter.most * dpi
    if (fits && counts(part)) letters.push({ x, y, width, height, pixels: parts.area[part]! })
  }
  const isAlone = fewNeighbours(letters, room * dpi, ink)
  const isSolid = ({ width, height, pixels }: (typeof letters)[number]) =>
    pixels > solid.ink * width * height && Math.min(width, height) > solid.thick * dpi
  const lone = letters.filter((mark, at) => isAlone(at) && !isSolid(mark) && !isBox(ink, mark, mark.pixels))
  return lone.length > mostLone ? [] : lone.map(({ x, y, width, height }) => ({ x, y, width, height }))
}

/** Whether no more others' middles lie beside an area, no further from it than `reach`, than may stand together. */
function fewNeighbours(areas: readonly Area[], reach: number, page: { width: number }): (at: number) => boolean {
  const cell = Math.max(1, reach / 2)
  const columns = Math.ceil(page.width / cell) + 1
  const cells = new Map<number, number[]>()
  for (const [at, { x, y, width, height }] of areas.entries()) {
    const place = Math.floor((y + height / 2) / cell) * columns + Math.floor((x + width / 2) / cell)
    const there = cells.get(place)
    if (there) there.push(at)
    else cells.set(place, [at])
  }
  const isBeside = ({ x, y, width, height }: Area, other: Area) => {
    const middleX = other.x + other.width / 2
    const middleY = other.y + other.height / 2
    return middleX > x - reach && middleX < x + width + reach && middleY > y && middleY < y + height
  }
  return at => {
    const area = areas[at]!
    let found = 0
    for (let row = Math.floor(area.y / cell); row <= Math.floor((area.y + area.height) / cell); row++) {
      for (let column = Math.floor((area.x - reach) / cell); column <= Math.floor((area.x + area.width + reach) / cell); column++) {
        for (const other of cells.get(row * columns + column) ?? []) {
          if (other !== at && isBeside(area, areas[other]!) && ++found > together) return false
        }
      }
    }
    return true
  }
}

/** Whether a mark is the outline of a box. */
function isBox({ width: across, data }: Bitmap, { x, y, width, height }: Area, ink: number): boolean {
  if (ink > box.most * width * height) return false
  const thick = Math.max(1, Math.round(Math.min(width, height) / 8))
  const covered = (length: number, at: (along: number, deep: number) => number) => {
    let seen = 0
    for (let along = 0; along < length; along++) {
      for (let deep = 0; deep < thick; deep++) {
        if (!data[at(along, deep)]) continue
        seen++
        break
      }
    }
    return seen >= box.side * length
  }
  return (
    covered(width, (along, deep) => (y + deep) * across + x + along) &&
    covered(width, (along, deep) => (y + height - 1 - deep) * across + x + along) &&
    covered(height, (along, deep) => (y + along) * across + x + deep) &&
    covered(height, (along, deep) => (y + along) * across + x + width - 1 - deep)
  )
}
