/** Runs of ink of a band of rows, which are numbered from `first` on: how many. There must be room for half a row's pixels each. */
export function runs(image: usize, width: i32, height: i32, first: i32, rows: usize, starts: usize, ends: usize): i32 {
  let count = 0
  for (let y = 0; y < height; y++) {
    const row = image + y * width
    let open = 0
    for (let x = 0; x < width; x += 16) {
      let ink = i8x16.bitmask(i8x16.shl(v128.load(row + x), 7))
      if (width - x < 16) ink &= (1 << (width - x)) - 1
      let changes = (ink ^ ((ink << 1) | open)) & 0xffff
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
