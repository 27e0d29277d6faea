/** Mean and standard deviation of each block of a band of rows that begins with a row of blocks; see `blockStatistics`. */
export function statistics(image: usize, width: i32, height: i32, size: i32, columns: i32, means: usize, deviations: usize): void {
  const even = i16x8.splat(0xff)
  const order = i8x16(0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15)
  for (let top = 0, row = 0; top < height; top += size, row++) {
    const bottom = min(height, top + size)
    for (let column = 0; column < columns; column++) {
      const left = column * size
      const right = min(width, left + size)
      let sums = i32x4.splat(0)
      let squares = i32x4.splat(0)
      let lines = 0
      for (let y = top; y < bottom; y += 2, lines++) {
        for (let x = left; x < right; x += 16) {
          let pixels = v128.and(v128.load(image + y * width + x), even)
          if (right - x < 16) pixels = v128.and(pixels, i8x16.lt_u(order, i8x16.splat(<i8>(right - x))))
          sums = i32x4.add(sums, i32x4.extadd_pairwise_i16x8_s(pixels))
          squares = i32x4.add(squares, i32x4.dot_i16x8_s(pixels, pixels))
        }
      }
      const count = <f64>(lines * ((right - left + 1) >> 1))
      const mean = <f64>total(sums) / count
      const at = 4 * (row * columns + column)
      store<f32>(means + at, <f32>mean)
      store<f32>(deviations + at, <f32>sqrt(max<f64>(0, <f64>total(squares) / count - mean * mean)))
    }
  }
}

function total(four: v128): i32 {
  return i32x4.extract_lane(four, 0) + i32x4.extract_lane(four, 1) + i32x4.extract_lane(four, 2) + i32x4.extract_lane(four, 3)
}

/** Along each line of values, the mean of those within the radius; see `overNeighbours`. */
export function means(from: usize, to: usize, lines: i32, length: i32, line: i32, step: i32, radius: i32): void {
  const next = 4 * step
  for (let at = 0; at < lines; at++) {
    const begin = 4 * at * line
    let sum: f64 = 0
    for (let place = 0; place < min(radius, length); place++) sum += load<f32>(from + begin + place * next)
    for (let place = 0; place < length; place++) {
      const enters = place + radius
      const leaves = place - radius - 1
      if (enters < length) sum += load<f32>(from + begin + enters * next)
      if (leaves >= 0) sum -= load<f32>(from + begin + leaves * next)
      store<f32>(to + begin + place * next, <f32>(sum / <f64>(min(length - 1, enters) - max(0, leaves + 1) + 1)))
    }
  }
}

/** The largest value instead. */
export function maxima(from: usize, to: usize, lines: i32, length: i32, line: i32, step: i32, radius: i32): void {
  for (let at = 0; at < lines; at++) {
    const begin = 4 * at * line
    for (let place = 0; place < length; place++) {
      let most = -f32.MAX_VALUE
      for (let near = max(0, place - radius); near <= min(length - 1, place + radius); near++)
        most = max(most, load<f32>(from + begin + 4 * near * step))
      store<f32>(to + begin + 4 * place * step, most)
    }
  }
}
