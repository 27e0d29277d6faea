import { compiled } from './compiled'

/** What `assembly/passes.ts` exports. Pointers are places in the memory. */
interface Exports {
  memory: WebAssembly.Memory
  darker: (image: number, ink: number, width: number, top: number, bottom: number, ...surface: Surface) => void
  stretch: (
    image: number,
    made: number,
    width: number,
    top: number,
    bottom: number,
    ...surface: [...Surface, offsets: number, gain: number, darkest: number]
  ) => void
  smooth: (image: number, made: number, width: number, height: number) => void
  turn: (
    image: number,
    firstRow: number,
    made: number,
    width: number,
    rows: number,
    channels: number,
    places: number,
    stepX: number,
    stepY: number,
    paper: number,
  ) => void
  turnNearest: (
    image: number,
    firstRow: number,
    made: number,
    width: number,
    rows: number,
    places: number,
    stepX: number,
    stepY: number,
  ) => void
  statistics: (image: number, width: number, height: number, size: number, columns: number, means: number, deviations: number) => void
  countAway: (pixels: number, width: number, y: number, ...surface: [...SurfaceLine, darkest: number, counts: number]) => void
  profile: (xs: number, ys: number, count: number, every: number, slope: number, half: number, rows: number, rowCount: number) => number
  spread: (
    front: number,
    frontWidth: number,
    frontHeight: number,
    limit: number,
    along: number,
    made: number,
    width: number,
    height: number,
    dx: number,
    dy: number,
    radius: number,
  ) => void
  runs: (image: number, width: number, height: number, first: number, rows: number, starts: number, ends: number) => number
  connect: (rows: number, starts: number, ends: number, count: number, owners: number) => number
  group4: (image: number, width: number, height: number, lines: number, words: number, rest: number, last: boolean, made: number) => number
  inkOf: (pixels: number, count: number) => void
  below: (pixels: number, count: number, level: number) => void
  blackOnWhite: (ink: number, count: number) => void
  lumaOf: (pixels: number, made: number, count: number, brightest: number) => void
  lowerEdges: (
    image: number,
    width: number,
    height: number,
    first: number,
    step: number,
    xs: number,
    ys: number,
    found: number,
    most: number,
  ) => number
  measure: (rows: number, starts: number, ends: number, owners: number, runs: number, parts: number, count: number) => void
  means: Along
  maxima: Along
  rowSteps: (middle: number, width: number, tall: number, steep: number) => void
  countSteps: (tall: number, width: number, counts: number) => void
  addEdges: (tall: number, steep: number, from: number, width: number, cell: number, least: number, sums: number, cells: number) => void
}
type Along = (from: number, to: number, lines: number, length: number, line: number, step: number, radius: number) => void
type SurfaceLine = [blocks: number, size: number, columns: number, rows: number, line: number]
type Surface = [...SurfaceLine, levels: number]

const pageBytes = 65_536
/** Passes store sixteen bytes at once, and so up to fifteen behind a row's end; levels are four bytes each. */
const spare = 64
const begin = 1024

/** Memory of passes never shrinks: what a page of many times the usual size took is given back with all of it. */
const mostKept = 1 << 26

let compiledModule: WebAssembly.Module | null = null
let loaded: Exports | null = null

/** The compiled passes; loaded when they are first needed. */
export function passes(): Exports {
  compiledModule ??= new WebAssembly.Module(Uint8Array.from(atob(compiled), letter => letter.charCodeAt(0)))
  return (loaded ??= new WebAssembly.Instance(compiledModule).exports as unknown as Exports)
}

/**
 * Places in the passes' memory, for so many bytes each; the memory as bytes. What lay there before is gone, but where the lengths
 * begin as they did the last time.
 */
export function places<const Lengths extends readonly number[]>(
  ...lengths: Lengths
): { memory: Uint8Array; at: { [Index in keyof Lengths]: number } } {
  let next = begin
  const at = lengths.map(length => {
    const place = next
    next = (place + length + spare + 15) & ~15
    return place
  })
  if (loaded && loaded.memory.buffer.byteLength > mostKept && next <= mostKept) loaded = null
  const { memory } = passes()
  const missing = next - memory.buffer.byteLength
  if (missing > 0) memory.grow(Math.ceil(missing / pageBytes))
  return { memory: new Uint8Array(memory.buffer), at: at as { [Index in keyof Lengths]: number } }
}
