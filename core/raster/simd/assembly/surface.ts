/** Rows that share their levels, which change slowly. */
const together = 4

/** Levels on a grid of blocks, as they are at a height of so many pixels. */
function lineAt(blocks: usize, size: i32, columns: i32, rows: i32, y: f64, line: usize): void {
  const place = min(<f64>(rows - 1), max<f64>(0, y / <f64>size - 0.5))
  const upper = <i32>floor(place)
  const lower = min(rows - 1, upper + 1)
  const share = place - <f64>upper
  const above = blocks + 4 * upper * columns
  const below = blocks + 4 * lower * columns
  for (let column = 0; column < columns; column++) {
    const at = 4 * column
    store<f32>(line + at, <f32>(<f64>load<f32>(above + at) * (1 - share) + <f64>load<f32>(below + at) * share))
  }
}

/** Writes whole numbers that grow by a step, from one place of a row up to another, and up to three behind it. */
function ramp(row: usize, from: i32, to: i32, begin: i32, step: i32): void {
  let value = i32x4.add(i32x4.splat(begin), i32x4.mul(i32x4.splat(step), i32x4(0, 1, 2, 3)))
  const four = i32x4.splat(4 * step)
  for (let at = from; at < to; at += 4) {
    v128.store(row + 4 * at, value)
    value = i32x4.add(value, four)
  }
}

/** Sixteen bytes of 1 where four times four whole numbers are all ones, else 0. */
function ones(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.and(i8x16.narrow_i16x8_s(i16x8.narrow_i32x4_s(a, b), i16x8.narrow_i32x4_s(c, d)), i8x16.splat(1))
}

/** 1 where a pixel is darker than the surface through the blocks' values; see `darkerThan`. */
export function darker(
  image: usize,
  ink: usize,
  width: i32,
  top: i32,
  bottom: i32,
  blocks: usize,
  size: i32,
  columns: i32,
  rows: i32,
  line: usize,
  levels: usize,
): void {
  for (let y = top; y < bottom; y += together) {
    const end = min(bottom, y + together)
    lineAt(blocks, size, columns, rows, <f64>(y + end) / 2, line)
    for (let column = -1; column < columns; column++) {
      const from = max(0, <i32>ceil(<f64>size * (<f64>column + 0.5)))
      const to = min(width, <i32>ceil(<f64>size * (<f64>column + 1.5)))
      const left = <f64>load<f32>(line + 4 * max(column, 0))
      const slope = (<f64>load<f32>(line + 4 * min(column + 1, columns - 1)) - left) / <f64>size
      // Eight bits behind the point.
      const begin = <i32>((left + slope * (<f64>from + 0.5 - <f64>size * (<f64>column + 0.5))) * 256)
      ramp(levels, from, to, begin, <i32>(slope * 256))
    }
    for (let row = (y - top) * width; row < (end - top) * width; row += width) {
      for (let at = 0; at < width; at += 16) {
        const pixels = v128.load(image + row + at)
        const level = levels + 4 * at
        const low = i16x8.extend_low_i8x16_u(pixels)
        const high = i16x8.extend_high_i8x16_u(pixels)
        const a = i32x4.lt_s(i32x4.shl(i32x4.extend_low_i16x8_u(low), 8), v128.load(level))
        const b = i32x4.lt_s(i32x4.shl(i32x4.extend_high_i16x8_u(low), 8), v128.load(level, 16))
        const c = i32x4.lt_s(i32x4.shl(i32x4.extend_low_i16x8_u(high), 8), v128.load(level, 32))
        const d = i32x4.lt_s(i32x4.shl(i32x4.extend_high_i16x8_u(high), 8), v128.load(level, 48))
        v128.store(ink + row + at, ones(a, b, c, d))
      }
    }
  }
}

function scaled(pixels: v128, times: usize, offsets: usize): v128 {
  return i32x4.shr_s(i32x4.add(i32x4.mul(pixels, v128.load(times)), v128.load(offsets)), 10)
}

/** 255 + (pixel − paper) · gain / max(darkest, paper), cut off at 0 and 255; see `forReading`. */
export function stretch(
  image: usize,
  made: usize,
  width: i32,
  top: i32,
  bottom: i32,
  blocks: usize,
  size: i32,
  columns: i32,
  rows: i32,
  line: usize,
  times: usize,
  offsets: usize,
  gain: f64,
  darkest: f64,
): void {
  for (let y = top; y < bottom; y += together) {
    const end = min(bottom, y + together)
    lineAt(blocks, size, columns, rows, <f64>(y + end) / 2, line)
    for (let column = -1; column < columns; column++) {
      const from = max(0, <i32>ceil(<f64>size * (<f64>column + 0.5)))
      const to = min(width, <i32>ceil(<f64>size * (<f64>column + 1.5)))
      const left = <f64>load<f32>(line + 4 * max(column, 0))
      const slope = (<f64>load<f32>(line + 4 * min(column + 1, columns - 1)) - left) / <f64>size
      const begin = left + slope * (<f64>from + 0.5 - <f64>size * (<f64>column + 0.5))
      const share = gain / max(darkest, begin)
      // Ten bits behind the point.
      ramp(times, from, to, <i32>(share * 1024), 0)
      ramp(offsets, from, to, <i32>((255 - begin * share) * 1024), -(<i32>(slope * share * 1024)))
    }
    for (let row = (y - top) * width; row < (end - top) * width; row += width) {
      for (let at = 0; at < width; at += 16) {
        const pixels = v128.load(image + row + at)
        const time = times + 4 * at
        const offset = offsets + 4 * at
        const low = i16x8.extend_low_i8x16_u(pixels)
        const high = i16x8.extend_high_i8x16_u(pixels)
        const a = scaled(i32x4.extend_low_i16x8_u(low), time, offset)
        const b = scaled(i32x4.extend_high_i16x8_u(low), time + 16, offset + 16)
        const c = scaled(i32x4.extend_low_i16x8_u(high), time + 32, offset + 32)
        const d = scaled(i32x4.extend_high_i16x8_u(high), time + 48, offset + 48)
        v128.store(made + row + at, i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_s(a, b), i16x8.narrow_i32x4_s(c, d)))
      }
    }
  }
}

/** Counts of how far every third pixel of a row is from the surface through the blocks' values; see `differences`. */
export function countAway(
  pixels: usize,
  width: i32,
  y: i32,
  blocks: usize,
  size: i32,
  columns: i32,
  rows: i32,
  line: usize,
  darkest: f64,
  counts: usize,
): void {
  lineAt(blocks, size, columns, rows, <f64>y + 0.5, line)
  let x = 1
  for (let column = 0; x < width; column++) {
    const level = <f64>load<f32>(line + 4 * column)
    const share = 255 / max(level, darkest)
    const end = min(width, (column + 1) * size)
    for (; x < end; x += 3) {
      const away = (<f64>load<u8>(pixels + x) - level) * share
      const at = away < -511 ? 1 : away > 511 ? 1023 : <i32>(away + 512)
      store<u32>(counts + 4 * at, load<u32>(counts + 4 * at) + 1)
    }
  }
}
