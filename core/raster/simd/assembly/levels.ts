/** Ink of pixels that are black or white, in their place: 1 where one is dark. */
export function inkOf(pixels: usize, count: i32): void {
  const one = i8x16.splat(1)
  for (let at = 0; at < count; at += 16) v128.store(pixels + at, v128.xor(i8x16.shr_u(v128.load(pixels + at), 7), one))
}

/** Ink as black on white, in its place. */
export function blackOnWhite(ink: usize, count: i32): void {
  for (let at = 0; at < count; at += 16) v128.store(ink + at, v128.not(i8x16.neg(v128.load(ink + at))))
}
