import { rowsAtOnce, levelsAt, put, wholesAt, type Page } from './memory'
import { passes, places } from './module'

/** Horizontal runs of ink, row by row: pixels from `start` up to but not including `end`. */
export interface Runs {
  count: number
  row: Int32Array
  start: Int32Array
  end: Int32Array
}

/** All runs of ink of a page of two levels, 1 ink and 0 paper. */
export function findRuns({ width, height, data }: Page): Runs {
  const band = rowsAtOnce(width)
  const most = band * ((width >> 1) + 1)
  const {
    memory,
    at: [image, ...out],
  } = places(band * width, 4 * most, 4 * most, 4 * most)
  const found: [row: Int32Array, start: Int32Array, end: Int32Array][] = []
  for (let top = 0; top < height; top += band) {
    const rows = Math.min(band, height - top)
    memory.set(data.subarray(top * width, (top + rows) * width), image)
    const count = passes().runs(image, width, rows, top, ...out)
    found.push([wholesAt(memory, out[0], count), wholesAt(memory, out[1], count), wholesAt(memory, out[2], count)])
  }
  const count = found.reduce((sum, [row]) => sum + row.length, 0)
  const joined = (which: 0 | 1 | 2) => {
    const all = new Int32Array(count)
    let at = 0
    for (const part of found) {
      all.set(part[which], at)
      at += part[which].length
    }
    return all
  }
  return { count, row: joined(0), start: joined(1), end: joined(2) }
}

/** What hangs together of a page's ink: boxes from `left` and `top` up to `right` and `bottom`, and pixels. */
export interface Parts {
  count: number
  left: Int32Array
  top: Int32Array
  right: Int32Array
  bottom: Int32Array
  area: Int32Array
  /** For each run, the part that it belongs to. */
  owner: Int32Array
}

/** What hangs together of these runs, across corners too, in the order of their first runs. */
export function connected(runs: Runs): Parts {
  const bytes = 4 * runs.count
  const { memory, at } = places(bytes, bytes, bytes, bytes)
  put(memory, at[0], runs.row)
  put(memory, at[1], runs.start)
  put(memory, at[2], runs.end)
  const count = passes().connect(at[0], at[1], at[2], runs.count, at[3])
  const { memory: wider, at: then } = places(bytes, bytes, bytes, bytes, 20 * count)
  passes().measure(then[0], then[1], then[2], then[3], runs.count, then[4], count)
  const kind = (which: number) => wholesAt(wider, then[4] + 4 * count * which, count)
  return { count, left: kind(0), top: kind(1), right: kind(2), bottom: kind(3), area: kind(4), owner: wholesAt(wider, then[3], runs.count) }
}

/** Where ink ends downwards, at every `step`th column, in units of so many pixels; no more than `most` places. */
export function lowerEdges({ width, height, data }: Page, step: number, most: number): { x: Float32Array; y: Float32Array; count: number } {
  const band = rowsAtOnce(width, 2)
  const {
    memory,
    at: [image, xs, ys],
  } = places(band * width, 4 * most, 4 * most)
  let count = 0
  for (let top = 0; top + 1 < height; top += band - 1) {
    const rows = Math.min(band, height - top)
    memory.set(data.subarray(top * width, (top + rows) * width), image)
    count = passes().lowerEdges(image, width, rows, top, step, xs, ys, count, most)
  }
  return { x: levelsAt(memory, xs, count), y: levelsAt(memory, ys, count), count }
}

/** Adds up how many points lie on each line of a slope: the sum of the counts' squares; see `findSkew`. */
export class Profile {
  private readonly at: readonly [xs: number, ys: number, rows: number]

  /** @param half rows above the first point that a line may begin at; `rows` all of them. No other pass may run while this is used. */
  constructor(
    x: Float32Array,
    y: Float32Array,
    private readonly count: number,
    private readonly half: number,
    private readonly rows: number,
  ) {
    const { memory, at } = places(4 * count, 4 * count, 4 * rows)
    put(memory, at[0], x.subarray(0, count))
    put(memory, at[1], y.subarray(0, count))
    this.at = at
  }

  along(slope: number, every: number): number {
    const [xs, ys, rows] = this.at
    return passes().profile(xs, ys, this.count, every, slope, this.half, rows, this.rows)
  }
}
