/** Which of sixteen pixels from `x` on differ from the one before, the first lowest. @param open whether the one before them is ink */
export function changesFrom(row: usize, x: i32, width: i32, open: i32): i32 {
  let ink = i8x16.bitmask(i8x16.shl(v128.load(row + x), 7))
  if (width - x < 16) ink &= (1 << (width - x)) - 1
  return (ink ^ ((ink << 1) | open)) & 0xffff
}

/** Runs of ink of a band of rows, which are numbered from `first` on: how many. There must be room for half a row's pixels each. */
export function runs(image: usize, width: i32, height: i32, first: i32, rows: usize, starts: usize, ends: usize): i32 {
  let count = 0
  for (let y = 0; y < height; y++) {
    const row = image + y * width
    let open = 0
    for (let x = 0; x < width; x += 16) {
      let changes = changesFrom(row, x, width, open)
      while (changes) {
        const at = x + ctz(changes)
        changes &= changes - 1
        if (open) store<i32>(ends + 4 * count++, at)
        else {
          store<i32>(rows + 4 * count, first + y)
          store<i32>(starts + 4 * count, at)
        }
        open ^= 1
      }
    }
    if (open) store<i32>(ends + 4 * count++, width)
  }
  return count
}

/** Lower edges of ink in a band of rows, at every `step`th column: how many there are then; see `lowerEdges`. */
export function lowerEdges(image: usize, width: i32, height: i32, first: i32, step: i32, xs: usize, ys: usize, found: i32, most: i32): i32 {
  let count = found
  for (let y = 1; y < height; y++) {
    const row = image + y * width
    for (let x = 0; x < width; x += 16) {
      const edges = v128.andnot(v128.load(row - width + x), v128.load(row + x))
      let places = i8x16.bitmask(i8x16.shl(edges, 7))
      while (places) {
        const column = x + ctz(places)
        places &= places - 1
        if (column >= width || count >= most) break
        if (column % step !== 0) continue
        store<f32>(xs + 4 * count, <f32>(<f64>column / <f64>step))
        store<f32>(ys + 4 * count++, <f32>(<f64>(first + y) / <f64>step))
      }
    }
  }
  return count
}

/** How far down a line that falls by `slope` each of the points lies, counted in rows from `half` on; see `findSkew`. */
export function profile(xs: usize, ys: usize, count: i32, every: i32, slope: f64, half: f64, rows: usize, rowCount: i32): f64 {
  memory.fill(rows, 0, 4 * rowCount)
  for (let at = 0; at < count; at += every) {
    const row = <i32>(<f64>load<f32>(ys + 4 * at) - <f64>load<f32>(xs + 4 * at) * slope + half + 0.5)
    store<i32>(rows + 4 * row, load<i32>(rows + 4 * row) + 1)
  }
  let sum: f64 = 0
  for (let row = 0; row < rowCount; row++) {
    const points = <f64>load<i32>(rows + 4 * row)
    sum += points * points
  }
  return sum
}

function rootOf(parents: usize, run: i32): i32 {
  let root = run
  let parent = load<i32>(parents + 4 * root)
  while (parent !== root) {
    parent = load<i32>(parents + 4 * parent)
    store<i32>(parents + 4 * root, parent)
    root = parent
    parent = load<i32>(parents + 4 * root)
  }
  return root
}

/**
 * Joins runs of neighbouring rows that touch, across corners too (union-find with path halving), and numbers what hangs together.
 * @param owners for each run the number of what it belongs to, in the order of their first runs
 * @returns how many there are
 */
export function connect(rows: usize, starts: usize, ends: usize, count: i32, owners: usize): i32 {
  let above = 0
  for (let run = 0; run < count; run++) {
    store<i32>(owners + 4 * run, run)
    const row = load<i32>(rows + 4 * run)
    const start = load<i32>(starts + 4 * run)
    const end = load<i32>(ends + 4 * run)
    while (above < run && load<i32>(rows + 4 * above) < row - 1) above++
    for (let other = above; other < run && load<i32>(rows + 4 * other) === row - 1; other++) {
      if (load<i32>(starts + 4 * other) > end) break
      if (load<i32>(ends + 4 * other) < start) {
        above = other + 1
        continue
      }
      const a = rootOf(owners, run)
      const b = rootOf(owners, other)
      if (a !== b) store<i32>(owners + 4 * max(a, b), min(a, b))
    }
  }
  // A run's parent is an earlier one, which has its number by then.
  let found = 0
  for (let run = 0; run < count; run++) {
    const parent = load<i32>(owners + 4 * run)
    store<i32>(owners + 4 * run, parent === run ? found++ : load<i32>(owners + 4 * parent))
  }
  return found
}

/**
 * Adds the runs up to what they belong to.
 * @param parts for each left, top, right, bottom and how many pixels, all of one kind together
 */
export function measure(rows: usize, starts: usize, ends: usize, owners: usize, runs: i32, parts: usize, count: i32): void {
  const kind: usize = 4 * <usize>count
  for (let part = 0; part < count; part++) store<i32>(parts + 4 * part, i32.MAX_VALUE)
  memory.fill(parts + kind, 0xff, kind)
  memory.fill(parts + 2 * kind, 0, 3 * kind)
  for (let run = 0; run < runs; run++) {
    const row = load<i32>(rows + 4 * run)
    const start = load<i32>(starts + 4 * run)
    const end = load<i32>(ends + 4 * run)
    const part = parts + 4 * <usize>load<i32>(owners + 4 * run)
    store<i32>(part, min(load<i32>(part), start))
    // Runs come from above.
    if (load<i32>(part + kind) < 0) store<i32>(part + kind, row)
    store<i32>(part + 2 * kind, max(load<i32>(part + 2 * kind), end))
    store<i32>(part + 3 * kind, row + 1)
    store<i32>(part + 4 * kind, load<i32>(part + 4 * kind) + end - start)
  }
}
