const bits = 15
const one = 1 << bits

/** Between four pixels, eight times: `right` and `below` are shares of 256. */
function between(at: usize, across: usize, stride: usize, right: v128, below: v128): v128 {
  const all = i16x8.splat(256)
  const left = i16x8.sub(all, right)
  const above = i16x8.sub(all, below)
  const upper = i16x8.add(i16x8.mul(v128.load_ext<u8>(at), left), i16x8.mul(v128.load_ext<u8>(at + across), right))
  const next = at + stride
  const lower = i16x8.add(i16x8.mul(v128.load_ext<u8>(next), left), i16x8.mul(v128.load_ext<u8>(next + across), right))
  const half = i32x4.splat(32768)
  const a = i32x4.add(i32x4.add(i32x4.extmul_low_i16x8_u(upper, above), i32x4.extmul_low_i16x8_u(lower, below)), half)
  const b = i32x4.add(i32x4.add(i32x4.extmul_high_i16x8_u(upper, above), i32x4.extmul_high_i16x8_u(lower, below)), half)
  return i16x8.narrow_i32x4_u(i32x4.shr_u(a, 16), i32x4.shr_u(b, 16))
}

function put(to: usize, levels: v128): void {
  v128.store64_lane(to, i8x16.narrow_i16x8_u(levels, levels), 0)
}

function outside(to: usize, from: i32, end: i32, channels: i32, paper: u32): void {
  for (let column = from; column < end; column++)
    for (let channel = 0; channel < channels; channel++) store<u8>(to + column * channels + channel, <u8>(paper >> (8 * channel)))
}

/**
 * Rows of a turned page, between the pixels of the page; see `straighten`.
 * @param image its row `firstRow` and those below
 * @param places for each row: its first column that lies inside the page, the one behind the last, and where the first comes from
 * @param paper levels of what comes in from outside, the first channel lowest
 */
export function turn(
  image: usize,
  firstRow: i32,
  made: usize,
  width: i32,
  rows: i32,
  channels: i32,
  places: usize,
  stepX: i32,
  stepY: i32,
  paper: u32,
): void {
  const stride = <usize>(width * channels)
  const across = <usize>channels
  const order = i16x8(0, 1, 2, 3, 4, 5, 6, 7)
  const alongX = i16x8.mul(order, i16x8.splat(<i16>(stepX - one)))
  const alongY = i16x8.mul(order, i16x8.splat(<i16>stepY))
  for (let row = 0; row < rows; row++) {
    const place = places + 16 * row
    const first = load<i32>(place)
    const last = load<i32>(place, 4)
    let x = load<i32>(place, 8)
    let y = load<i32>(place, 12)
    const to = made + <usize>row * stride
    outside(to, 0, first, channels, paper)
    for (let column = first; column < last;) {
      const at = image + <usize>((y >> bits) - firstRow) * stride + <usize>(x >> bits) * across
      // Eight side by side in one row of the page come from eight side by side.
      if (column + 8 <= last && (x >> bits) + 7 === (x + 7 * stepX) >> bits && y >> bits === (y + 7 * stepY) >> bits) {
        const right = i16x8.shr_u(i16x8.add(i16x8.splat(<i16>(x & (one - 1))), alongX), 7)
        const below = i16x8.shr_u(i16x8.add(i16x8.splat(<i16>(y & (one - 1))), alongY), 7)
        const goal = to + <usize>column * across
        if (channels === 1) put(goal, between(at, across, stride, right, below))
        else {
          put(
            goal,
            between(
              at,
              across,
              stride,
              v128.shuffle<i16>(right, right, 0, 0, 0, 1, 1, 1, 2, 2),
              v128.shuffle<i16>(below, below, 0, 0, 0, 1, 1, 1, 2, 2),
            ),
          )
          put(
            goal + 8,
            between(
              at + 8,
              across,
              stride,
              v128.shuffle<i16>(right, right, 2, 3, 3, 3, 4, 4, 4, 5),
              v128.shuffle<i16>(below, below, 2, 3, 3, 3, 4, 4, 4, 5),
            ),
          )
          put(
            goal + 16,
            between(
              at + 16,
              across,
              stride,
              v128.shuffle<i16>(right, right, 5, 5, 6, 6, 6, 7, 7, 7),
              v128.shuffle<i16>(below, below, 5, 5, 6, 6, 6, 7, 7, 7),
            ),
          )
        }
        column += 8
        x += 8 * stepX
        y += 8 * stepY
        continue
      }
      const right = (x & (one - 1)) >> 7
      const below = (y & (one - 1)) >> 7
      for (let channel: usize = 0; channel < across; channel++) {
        const pixel = at + channel
        const upper = <i32>load<u8>(pixel) * (256 - right) + <i32>load<u8>(pixel + across) * right
        const lower = <i32>load<u8>(pixel + stride) * (256 - right) + <i32>load<u8>(pixel + stride + across) * right
        store<u8>(to + <usize>column * across + channel, <u8>((upper * (256 - below) + lower * below + 32768) >> 16))
      }
      column++
      x += stepX
      y += stepY
    }
    outside(to, last, width, channels, paper)
  }
}

/** Rows of a turned page of two levels: each pixel is the nearest one's; see `straightenBitmap`. Else as `turn`, of one channel. */
export function turnNearest(image: usize, firstRow: i32, made: usize, width: i32, rows: i32, places: usize, stepX: i32, stepY: i32): void {
  for (let row = 0; row < rows; row++) {
    const place = places + 16 * row
    const first = load<i32>(place)
    const last = load<i32>(place, 4)
    let x = load<i32>(place, 8)
    let y = load<i32>(place, 12)
    const to = made + row * width
    memory.fill(to, 0, width)
    for (let column = first; column < last;) {
      const at = image + ((y >> bits) - firstRow) * width + (x >> bits)
      if (column + 16 <= last && (x >> bits) + 15 === (x + 15 * stepX) >> bits && y >> bits === (y + 15 * stepY) >> bits) {
        v128.store(to + column, v128.load(at))
        column += 16
        x += 16 * stepX
        y += 16 * stepY
      } else {
        store<u8>(to + column, load<u8>(at))
        column++
        x += stepX
        y += stepY
      }
    }
  }
}
