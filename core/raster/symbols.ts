import type { Area, Grey } from './image'
import { frameOf, inkOnLines, leastOf, levelIn, smallerSide, type Frame } from './symbolFrame'
import { textureOf, type Texture } from './texture'

/** A place where a barcode or a matrix code stands, whether or not it reads. */
export interface SymbolPlace {
  /** Its upright bounding box in pixels. */
  area: Area
  kind: 'bars' | 'matrix'
  /** False where it may as well be a word: worth a try, but no reason to ask anybody. */
  certain: boolean
  /** By how much it leans, clockwise, from -45 up to 45; bars that lie are counted as standing on their side. */
  degrees: number
}

// Text that is set solid comes to 0.45 in the middle of its lines, symbols to 0.6 and more all over.
const leastEdges = 0.45
// What a label over it or a tear leaves is less of a rectangle; then its edges must be the straighter.
const leastFill = { any: 0.5, straight: 0.4, fourfold: 0.58 }
const barsAgree = 0.5
// Below it a block has no two directions that it could lean by.
const leastFourfold = 0.18
// Few bars must be long, many may be short. The upright strokes of a headline in capitals come to eight, too, but stand less close.
const barsEnough = [
  { bars: 6, inches: 0.22, perInch: 0 },
  { bars: 8, inches: 0.15, perInch: 17 },
  { bars: 12, inches: 0.1, perInch: 0 },
]
/** Of one of two rows of bars that stand on each other. */
const barsInRow = 8
// Of a matrix, no stretch of rows or columns is nearly empty; between lines of text there is such a stretch.
const stretchInches = 0.045
const mostAspect = 8
/** What is longer is a page of small print set solid. */
const mostInches = 5
/** What a matrix code, or what is left of one, comes to: at least so much, at most where it says so. Inches of its smaller side. */
interface Look {
  inches: number
  edges?: number
  fourfold?: number
  mostFourfold?: number
  alike?: number
  mostAlike?: number
  along?: number
  least?: number
  bars?: number
}
const matrixLooks: readonly Look[] = [
  // Edges at right angles throughout, as no type has them; rows of short bars may have a light column in common.
  { inches: 0.24, edges: 0.66, fourfold: 0.5, mostAlike: 0.82, least: 0.15 },
  { inches: 0.24, edges: 0.66, fourfold: 0.5, alike: 0.2, mostAlike: 0.82, along: 0.15 },
  { inches: 0.19, edges: 0.66, fourfold: 0.62, mostAlike: 0.82, least: 0.15 },
  { inches: 0.19, edges: 0.66, fourfold: 0.62, alike: 0.2, mostAlike: 0.82, along: 0.15 },
  // The same where a label lies over it: what is empty is the label.
  { inches: 0.4, edges: 0.74, fourfold: 0.55, mostAlike: 0.3 },
  { inches: 0.22, edges: 0.7, fourfold: 0.68, mostAlike: 0.4 },
  { inches: 0.185, edges: 0.72, fourfold: 0.4, alike: 0.25, along: 0.39 },
  // More edges than any type or table has.
  { inches: 0.24, edges: 0.78, mostAlike: 0.75, least: 0.02 },
  { inches: 0.18, edges: 0.8, least: 0.3 },
  // Nowhere light at all, as where somebody scribbled over it.
  { inches: 0.19, edges: 0.58, least: 0.5 },
  { inches: 0.19, edges: 0.66, least: 0.4 },
  { inches: 0.2, edges: 0.74, least: 0.25 },
  // Light gaps run through all rows, as those of PDF417 and of stacked symbols do.
  { inches: 0.3, edges: 0.65, alike: 0.15, along: 0.2, bars: 5 },
  // Edges in every direction alike over a large block: the hexagons of a MaxiCode. Type always prefers two directions.
  { inches: 0.5, mostFourfold: leastFourfold, mostAlike: 0.3, least: 0.04 },
  // Blurred until its edges are gone.
  { inches: 0.3, mostAlike: 0.75, least: 0.14 },
]
/** Straight edges over a tall block: bars, however few a tear has left. */
const straight = { edges: 0.55, fourfold: 0.8, alike: 0.8, inches: 0.3 }
// More of them are the pattern of the page itself, as of a table that is set solid.
const mostMatrices = 3
/** A block that is less high or wide holds no symbol, unless it is one of bars. */
const blockInches = 0.15
const perhaps = { edges: 0.6, inches: 0.15 }

/**
 * Finds symbols by their texture: edges everywhere over a solid block, either all alike (bars) or without the empty
 * stretches that lie between lines of text (matrix codes). `blocks` are all solid blocks, whatever they look like: a
 * symbol that reads stands in one of them, unless its modules are large.
 */
export function findSymbols(image: Grey, dpi: number): { places: SymbolPlace[]; blocks: Area[] } {
  const texture = textureOf(image, dpi)
  const regions = regionsOf(texture)
  const found = regions.flatMap(cells => symbolAt(cells, texture, image, dpi) ?? [])
  const matrices = found.filter(place => place.certain && place.kind === 'matrix').length
  return {
    places: matrices > mostMatrices ? found.filter(place => place.kind === 'bars') : found,
    blocks: regions.flatMap(cells => blockOf(cells, texture, dpi) ?? []),
  }
}

/** The upright bounds of a region, its eroded rim included; null where it is a word of a line of text. */
function blockOf(cells: readonly number[], { cell, columns, directionsOf }: Texture, dpi: number): Area | null {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const at of cells) {
    const column = at % columns
    const row = Math.floor(at / columns)
    left = Math.min(left, column)
    right = Math.max(right, column)
    top = Math.min(top, row)
    bottom = Math.max(bottom, row)
  }
  const { doubledX, doubledY } = directionsOf(cells)
  const area = { x: (left - 1) * cell, y: (top - 1) * cell, width: (right - left + 3) * cell, height: (bottom - top + 3) * cell }
  const isTall = Math.min(area.width, area.height) >= blockInches * dpi
  return isTall || Math.hypot(doubledX, doubledY) >= barsAgree ? area : null
}

/** Solid blocks of cells full of edges: eroded by one cell, so that lines of text fall apart, and joined where they touch. */
function regionsOf({ columns, rows, edges }: Texture): number[][] {
  const solid = new Uint8Array(columns * rows)
  for (let row = 1; row < rows - 1; row++) {
    for (let column = 1; column < columns - 1; column++) {
      const at = row * columns + column
      let all = true
      for (let near = -1; near <= 1 && all; near++)
        for (let across = -1; across <= 1; across++) if (edges[at + near * columns + across]! < leastEdges) all = false
      if (all) solid[at] = 1
    }
  }
  const regions: number[][] = []
  for (let start = 0; start < solid.length; start++) {
    if (!solid[start]) continue
    const cells = [start]
    solid[start] = 0
    for (let next = 0; next < cells.length; next++) {
      const at = cells[next]!
      for (const step of [-columns - 1, -columns, -columns + 1, -1, 1, columns - 1, columns, columns + 1]) {
        if (solid[at + step]) {
          solid[at + step] = 0
          cells.push(at + step)
        }
      }
    }
    regions.push(cells)
  }
  return regions
}

function symbolAt(cells: readonly number[], texture: Texture, image: Grey, dpi: number): SymbolPlace | null {
  const mean = (values: Float32Array) => cells.reduce((sum, at) => sum + values[at]!, 0) / cells.length
  const { doubledX, doubledY, fourfoldX, fourfoldY } = texture.directionsOf(cells)
  const alike = Math.hypot(doubledX, doubledY)
  // Across the bars light changes; along them it does not.
  const fourfold = Math.hypot(fourfoldX, fourfoldY)
  const lean = alike >= barsAgree ? Math.atan2(doubledY, doubledX) / 2 : fourfold > leastFourfold ? Math.atan2(fourfoldY, fourfoldX) / 4 : 0
  const frame = frameOf(cells, texture, lean)
  if (frame.fill < (fourfold >= leastFill.fourfold ? leastFill.straight : leastFill.any)) return null
  const level = levelIn(frame, image)
  const isStraight =
    mean(texture.edges) >= straight.edges &&
    fourfold >= straight.fourfold &&
    alike >= straight.alike &&
    smallerSide(frame) >= straight.inches * dpi
  if (isStraight || (alike >= barsAgree && areBars(frame, image, level, dpi))) return placeOf(frame, 'bars', true, lean)
  if (2 * Math.max(frame.halfLength, frame.halfBreadth) > mostInches * dpi) return null
  const shape = { edges: mean(texture.edges), fourfold, alike }
  if (isMatrix(frame, shape, image, level, dpi)) return placeOf(frame, 'matrix', true, lean)
  const tall = smallerSide(frame) >= perhaps.inches * dpi
  return tall && shape.edges >= perhaps.edges ? placeOf(frame, 'matrix', false, lean) : null
}

/** Whether the frame holds bars: one row of them, or two rows, each half as high. */
function areBars(frame: Frame, image: Grey, level: number, dpi: number): boolean {
  const inches = (2 * frame.halfBreadth) / dpi
  const bars = barsIn(frame, image, level)
  const perInch = (bars * dpi) / (2 * frame.halfLength)
  if (barsEnough.some(enough => bars >= enough.bars && inches >= enough.inches && perInch >= enough.perInch)) return true
  return (
    inches >= 2 * barsEnough.at(-1)!.inches &&
    [-1, 1].some(side => {
      const aside = (side * frame.halfBreadth) / 2
      return (
        barsIn(
          { ...frame, x: frame.x - aside * frame.sine, y: frame.y + aside * frame.cosine, halfBreadth: 0.4 * frame.halfBreadth },
          image,
          level,
        ) >= barsInRow
      )
    })
  )
}

/** How many times a line that is nearly all ink follows one that has nearly none. */
function barsIn(frame: Frame, image: Grey, level: number): number {
  let bars = 0
  let dark = false
  for (const share of inkOnLines(frame, image, level, 'down')) {
    if (!dark && share > 0.6) bars++
    if (share > 0.6) dark = true
    else if (share < 0.4) dark = false
  }
  return bars
}

function isMatrix(
  frame: Frame,
  { edges, fourfold, alike }: { edges: number; fourfold: number; alike: number },
  image: Grey,
  level: number,
  dpi: number,
): boolean {
  const inches = smallerSide(frame) / dpi
  if (Math.max(frame.halfLength / frame.halfBreadth, frame.halfBreadth / frame.halfLength) > mostAspect) return false
  const stretch = Math.round(stretchInches * dpi)
  const along = leastOf(inkOnLines(frame, image, level, 'along'), stretch)
  const least = Math.min(along, leastOf(inkOnLines(frame, image, level, 'down'), stretch))
  return matrixLooks.some(
    look =>
      inches >= look.inches &&
      edges >= (look.edges ?? 0) &&
      fourfold >= (look.fourfold ?? 0) &&
      fourfold <= (look.mostFourfold ?? 1) &&
      alike >= (look.alike ?? 0) &&
      alike <= (look.mostAlike ?? 1) &&
      along >= (look.along ?? 0) &&
      least >= (look.least ?? 0) &&
      (!look.bars || barsIn(frame, image, level) >= look.bars),
  )
}

function placeOf(
  { x, y, halfLength, halfBreadth, cosine, sine }: Frame,
  kind: SymbolPlace['kind'],
  certain: boolean,
  lean: number,
): SymbolPlace {
  const halfWidth = Math.abs(halfLength * cosine) + Math.abs(halfBreadth * sine)
  const halfHeight = Math.abs(halfLength * sine) + Math.abs(halfBreadth * cosine)
  const quarter = Math.PI / 2
  const degrees = ((lean - Math.round(lean / quarter) * quarter) * 180) / Math.PI
  return { area: { x: x - halfWidth, y: y - halfHeight, width: 2 * halfWidth, height: 2 * halfHeight }, kind, certain, degrees }
}
