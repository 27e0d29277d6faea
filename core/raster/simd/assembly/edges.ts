/** Light along a row and across it, over three lines each; see `edgeSums`. */
export function rowSteps(middle: usize, width: i32, tall: usize, steep: usize): void {
  for (let x = 0; x < width; x += 8) {
    const at = middle + x
    const up = v128.load_ext<u8>(at - width)
    const below = v128.load_ext<u8>(at + width)
    v128.store(tall + 2 * x, i16x8.add(i16x8.add(up, v128.load_ext<u8>(at)), below))
    const before = i16x8.add(up, v128.load_ext<u8>(at - 2 * width))
    v128.store(steep + 2 * x, i16x8.sub(i16x8.add(below, v128.load_ext<u8>(at + 2 * width)), before))
  }
}

function stepAcross(tall: usize): v128 {
  return i16x8.sub(i16x8.add(v128.load(tall, 2), v128.load(tall, 4)), i16x8.add(v128.load(tall - 2), v128.load(tall - 4)))
}

function stepDown(steep: usize): v128 {
  return i16x8.add(i16x8.add(v128.load(steep - 2), v128.load(steep)), v128.load(steep, 2))
}

/** Counts of how large steps across are, at every third pixel of a row; see `edgeStep`. */
export function countSteps(tall: usize, width: i32, counts: usize): void {
  for (let x = 2; x < width - 2; x += 3) {
    const at = tall + 2 * x
    const across = <i32>load<i16>(at, 2) + <i32>load<i16>(at, 4) - <i32>load<i16>(at - 2) - <i32>load<i16>(at - 4)
    const size = 4 * min(511, abs(across))
    store<u32>(counts + size, load<u32>(counts + size) + 1)
  }
}

/** Adds the edges of every second pixel of a row to its cells: count, and directions doubled and fourfold; see `textureOf`. */
export function addEdges(tall: usize, steep: usize, from: i32, width: i32, cell: i32, least: i32, sums: usize, cells: i32): void {
  const limit = i32x4.splat(least)
  for (let x = from; x < width - 2; x += 8) {
    const a = stepAcross(tall + 2 * x)
    const d = stepDown(steep + 2 * x)
    const low = i32x4.add(i32x4.extmul_low_i16x8_s(a, a), i32x4.extmul_low_i16x8_s(d, d))
    const high = i32x4.add(i32x4.extmul_high_i16x8_s(a, a), i32x4.extmul_high_i16x8_s(d, d))
    const edges = i8x16.narrow_i16x8_s(i16x8.narrow_i32x4_s(i32x4.ge_s(low, limit), i32x4.ge_s(high, limit)), i16x8.splat(0))
    // Every second of the eight.
    let found = i8x16.bitmask(edges) & 0x55
    while (found) {
      const place = ctz(found)
      found &= found - 1
      const here = x + place
      if (here >= width - 2) break
      const t = tall + 2 * here
      const s = steep + 2 * here
      const across = <f64>(<i32>load<i16>(t, 2) + <i32>load<i16>(t, 4) - <i32>load<i16>(t - 2) - <i32>load<i16>(t - 4))
      const down = <f64>(<i32>load<i16>(s - 2) + <i32>load<i16>(s) + <i32>load<i16>(s, 2))
      const size = across * across + down * down
      const cosine = (across * across - down * down) / size
      const sine = (2 * across * down) / size
      const at = sums + 4 * (here / cell)
      const next = 4 * cells
      store<f32>(at, load<f32>(at) + 1)
      store<f32>(at + next, <f32>(<f64>load<f32>(at + next) + cosine))
      store<f32>(at + 2 * next, <f32>(<f64>load<f32>(at + 2 * next) + sine))
      store<f32>(at + 3 * next, <f32>(<f64>load<f32>(at + 3 * next) + cosine * cosine - sine * sine))
      store<f32>(at + 4 * next, <f32>(<f64>load<f32>(at + 4 * next) + 2 * cosine * sine))
    }
  }
}
