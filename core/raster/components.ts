import type { Bitmap } from './image'
import { findRuns, type Runs } from './simd/ink'

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
