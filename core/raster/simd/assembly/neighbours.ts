/** Eight pixels of a row, 1 2 1 down. */
function down(at: usize, width: i32): v128 {
  const middle = v128.load_ext<u8>(at)
  return i16x8.add(i16x8.add(v128.load_ext<u8>(at - width), v128.load_ext<u8>(at + width)), i16x8.shl(middle, 1))
}

/** Each pixel with its neighbours, 1 2 1 both ways, of the rows between the first and the last; those and both sides stay. */
export function smooth(image: usize, made: usize, width: i32, height: i32): void {
  memory.copy(made, image, width * height)
  for (let y = 1; y < height - 1; y++) {
    const row = y * width
    for (let x = 1; x < width - 1; x += 8) {
      const at = image + row + x
      const sum = i16x8.add(i16x8.add(down(at - 1, width), down(at + 1, width)), i16x8.shl(down(at, width), 1))
      const mean = i16x8.shr_u(i16x8.add(sum, i16x8.splat(8)), 4)
      v128.store64_lane(made + row + x, i8x16.narrow_i16x8_u(mean, mean), 0)
    }
    // What ran over the end.
    store<u8>(made + row + width - 1, load<u8>(image + row + width - 1))
    const next = (y + 1) * width
    memory.copy(made + next, image + next, min(8, width))
  }
}

/** The front of a sheet as it may show through on its back: ink darker than `limit`, mirrored, moved, and spread; see `spreadFront`. */
export function spread(
  front: usize,
  frontWidth: i32,
  frontHeight: i32,
  limit: i32,
  along: usize,
  made: usize,
  width: i32,
  height: i32,
  dx: i32,
  dy: i32,
  radius: i32,
): void {
  for (let y = 0; y < frontHeight; y++) {
    const to = y + dy
    if (to < 0 || to >= height) continue
    const row = along + to * width
    for (let x = 0; x < frontWidth;) {
      const at = front + y * frontWidth + x
      if (x + 16 <= frontWidth && !v128.any_true(i8x16.lt_u(v128.load(at), i8x16.splat(<i8>limit)))) {
        x += 16
        continue
      }
      if (<i32>load<u8>(at) < limit) {
        const middle = width - 1 - x + dx
        const from = max(0, middle - radius)
        const end = min(width, middle + radius + 1)
        if (from < end) memory.fill(row + from, 1, end - from)
      }
      x++
    }
  }
  for (let y = 0; y < height; y++) {
    const from = max(0, y - radius)
    const end = min(height, y + radius + 1)
    for (let x = 0; x < width; x += 16) {
      let ink = i8x16.splat(0)
      for (let near = from; near < end; near++) ink = v128.or(ink, v128.load(along + near * width + x))
      v128.store(made + y * width + x, ink)
    }
  }
}
