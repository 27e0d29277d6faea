import { firstInkFrom, type Bitmap } from './image'

/** Connected ink (eight neighbours): bounding boxes and pixel counts, and the runs that belong to each. */
export interface Components {
  count: number
  left: Int32Array
  top: Int32Array
  right: Int32Array
  bottom: Int32Array
  area: Int32Array
  runs: Runs
  /** For each run, its component. */
  owner: Int32Array
}

/** Horizontal runs of ink, row by row: pixels from `start` up to but not including `end`. */
export interface Runs {
  count: number
  row: Int32Array
  start: Int32Array
  end: Int32Array
}

function findRuns(image: Bitmap): Runs {
  const { width, height, data } = image
  let room = 4096
  let row = new Int32Array(room)
  let start = new Int32Array(room)
  let end = new Int32Array(room)
  let count = 0
  const grow = (old: Int32Array) => {
    const wider = new Int32Array(room)
    wider.set(old)
    return wider
  }
  let at = firstInkFrom(data, 0)
  for (let y = Math.floor(at / width); y < height; y = Math.floor(at / width)) {
    const from = y * width
    const stop = from + width
    while (at < stop) {
      let last = at + 1
      while (last < stop && data[last] === 1) last++
      if (count === room) {
        room *= 2
        row = grow(row)
        start = grow(start)
        end = grow(end)
      }
      row[count] = y
      start[count] = at - from
      end[count++] = last - from
      at = last
      while (at < stop && data[at] === 0) at++
    }
    if (data[at] !== 1) at = firstInkFrom(data, at)
  }
  return { count, row, start, end }
}

/** Finds connected ink by joining the runs of neighbouring rows (union-find with path halving). */
export function findComponents(image: Bitmap): Components {
  const runs = findRuns(image)
  const parent = new Int32Array(runs.count)
  for (let run = 0; run < runs.count; run++) parent[run] = run
  const rootOf = (run: number) => {
    while (parent[run] !== run) {
      parent[run] = parent[parent[run]!]!
      run = parent[run]!
    }
    return run
  }

  let above = 0
  for (let run = 0; run < runs.count; run++) {
    const row = runs.row[run]!
    while (above < run && runs.row[above]! < row - 1) above++
    for (let other = above; other < run && runs.row[other]! === row - 1 && runs.start[other]! <= runs.end[run]!; other++) {
      if (runs.end[other]! < runs.start[run]!) {
        above = other + 1
        continue
      }
      const a = rootOf(run)
      const b = rootOf(other)
      if (a !== b) parent[Math.max(a, b)] = Math.min(a, b)
    }
  }
  return measure(runs, parent, rootOf)
}

function measure(runs: Runs, parent: Int32Array, rootOf: (run: number) => number): Components {
  const owner = new Int32Array(runs.count)
  let count = 0
  for (let run = 0; run < runs.count; run++) {
    // A root is the smallest run of its component, so it is numbered before its members.
    owner[run] = parent[run] === run ? count++ : owner[rootOf(run)]!
  }
  const left = new Int32Array(count).fill(0x7fffffff)
  const top = new Int32Array(count).fill(0x7fffffff)
  const right = new Int32Array(count)
  const bottom = new Int32Array(count)
  const area = new Int32Array(count)
  for (let run = 0; run < runs.count; run++) {
    const to = owner[run]!
    left[to] = Math.min(left[to]!, runs.start[run]!)
    right[to] = Math.max(right[to]!, runs.end[run]!)
    top[to] = Math.min(top[to]!, runs.row[run]!)
    bottom[to] = Math.max(bottom[to]!, runs.row[run]! + 1)
    area[to] = area[to]! + runs.end[run]! - runs.start[run]!
  }
  return { count, left, top, right, bottom, area, runs, owner }
}
