/** Ink of pixels that are black or white, in their place: 1 where one is dark. */
export function inkOf(pixels: usize, count: i32): void {
  const one = i8x16.splat(1)
  for (let at = 0; at < count; at += 16) v128.store(pixels + at, v128.xor(i8x16.shr_u(v128.load(pixels + at), 7), one))
}

/** Ink as black on white, in its place. */
export function blackOnWhite(ink: usize, count: i32): void {
  for (let at = 0; at < count; at += 16) v128.store(ink + at, v128.not(i8x16.neg(v128.load(ink + at))))
}

/** Ink of pixels that are darker than a level. */
export function below(pixels: usize, count: i32, level: i32): void {
  const limit = i8x16.splat(<i8>level)
  const one = i8x16.splat(1)
  for (let at = 0; at < count; at += 16) v128.store(pixels + at, v128.and(i8x16.lt_u(v128.load(pixels + at), limit), one))
}

/**
 * Luma of pixels of three bytes; see `greyOf`.
 * @param brightest of those whose luma is more than this, the brightest of the three instead
 */
export function lumaOf(pixels: usize, made: usize, count: i32, brightest: i32): void {
  const limit = i8x16.splat(<i8>brightest)
  const ofRed = i8x16.splat(77)
  const ofGreen = i8x16.splat(<i8>150)
  const ofBlue = i8x16.splat(29)
  for (let at = 0; at < count; at += 16) {
    const from = pixels + 3 * at
    const a = v128.load(from)
    const b = v128.load(from, 16)
    const c = v128.load(from, 32)
    const redOfTwo = v128.shuffle<u8>(a, b, 0, 3, 6, 9, 12, 15, 18, 21, 24, 27, 30, 0, 0, 0, 0, 0)
    const greenOfTwo = v128.shuffle<u8>(a, b, 1, 4, 7, 10, 13, 16, 19, 22, 25, 28, 31, 0, 0, 0, 0, 0)
    const blueOfTwo = v128.shuffle<u8>(a, b, 2, 5, 8, 11, 14, 17, 20, 23, 26, 29, 0, 0, 0, 0, 0, 0)
    const red = v128.shuffle<u8>(redOfTwo, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 17, 20, 23, 26, 29)
    const green = v128.shuffle<u8>(greenOfTwo, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 18, 21, 24, 27, 30)
    const blue = v128.shuffle<u8>(blueOfTwo, c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 16, 19, 22, 25, 28, 31)
    const low = i16x8.add(
      i16x8.add(i16x8.extmul_low_i8x16_u(red, ofRed), i16x8.extmul_low_i8x16_u(green, ofGreen)),
      i16x8.extmul_low_i8x16_u(blue, ofBlue),
    )
    const high = i16x8.add(
      i16x8.add(i16x8.extmul_high_i8x16_u(red, ofRed), i16x8.extmul_high_i8x16_u(green, ofGreen)),
      i16x8.extmul_high_i8x16_u(blue, ofBlue),
    )
    const luma = i8x16.narrow_i16x8_u(i16x8.shr_u(low, 8), i16x8.shr_u(high, 8))
    const most = i8x16.max_u(i8x16.max_u(red, green), blue)
    v128.store(made + at, v128.bitselect(most, luma, i8x16.gt_u(luma, limit)))
  }
}
