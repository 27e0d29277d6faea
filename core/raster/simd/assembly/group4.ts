import { changesFrom } from './ink'

// A code word is one number: how many bits it has in the upper half, the bits in the lower. `words` has those of the vertical modes
// from 3 to the left to 3 to the right, of short runs of white and of black, and of long ones of white and of black.
const short: usize = 4 * 7
const long: usize = short + 4 * 128
const shortBytes: usize = 4 * 64
const longBytes: usize = 4 * 40
const passMode = (4 << 16) | 0b0001
const horizontalMode = (3 << 16) | 0b001
const endOfLine = (12 << 16) | 1
const longestRun = 2560

let out: usize = 0
let held: u32 = 0
let filled: i32 = 0

function put(word: i32): void {
  const length = word >> 16
  held = (held << length) | (<u32>word & 0xffff)
  filled += length
  while (filled >= 8) {
    filled -= 8
    store<u8>(out++, <u8>(held >> filled))
  }
}

function putRun(words: usize, colour: usize, run: i32): void {
  const ofLong = words + long + colour * longBytes
  let length = run
  while (length > longestRun + 63) {
    put(load<i32>(ofLong + 4 * (longestRun / 64 - 1)))
    length -= longestRun
  }
  if (length > 63) put(load<i32>(ofLong + 4 * <usize>((length >> 6) - 1)))
  put(load<i32>(words + short + colour * shortBytes + 4 * <usize>(length & 63)))
}

/** Where the colour of a row changes, beginning with white, then its width thrice. */
function changesOf(row: usize, width: i32, changes: usize): void {
  let to = changes
  let open = 0
  for (let x = 0; x < width; x += 16) {
    let changed = changesFrom(row, x, width, open)
    while (changed) {
      store<i32>(to, x + ctz(changed))
      to += 4
      changed &= changed - 1
      open ^= 1
    }
  }
  for (let end = 0; end < 4; end++) store<i32>(to + 4 * end, width)
}

function at(changes: usize, index: i32): i32 {
  return load<i32>(changes + 4 * <usize>index)
}

function encodeRow(words: usize, above: usize, here: usize, width: i32): void {
  let colour: usize = 0
  let a0 = 0
  let next = 0
  let other = 0
  while (a0 < width) {
    // a1: the next change here. b1: the first change above, right of a0 (at the line's start: from it), to the colour that a1 brings.
    const a1 = at(here, next)
    while (other > 0 && at(above, other - 1) > a0) other--
    while (at(above, other) < width && (at(above, other) < a0 || (at(above, other) === a0 && a0 > 0))) other++
    if (<usize>(other & 1) !== colour && at(above, other) < width) other++
    const b1 = at(above, other)
    const b2 = b1 < width ? at(above, other + 1) : width
    if (b2 < a1) {
      put(passMode)
      a0 = b2
    } else if (abs(a1 - b1) <= 3) {
      put(load<i32>(words + 4 * <usize>(a1 - b1 + 3)))
      a0 = a1
      colour ^= 1
      next++
    } else {
      const a2 = at(here, next + 1)
      put(horizontalMode)
      putRun(words, colour, a1 - a0)
      putRun(words, colour ^ 1, a2 - a1)
      a0 = a2
      next += 2
    }
  }
}

/**
 * A band of a page's rows as CCITT Group 4 (ITU-T T.6), and what ends a page behind the last one: how many bytes.
 * @param lines room for two lines of changes; the first is the row above, and then the last one of this band
 * @param rest bits that did not fill a byte, and how many; those of this band then
 * @param made room for three bytes a pixel and 64 a row
 */
export function group4(image: usize, width: i32, height: i32, lines: usize, words: usize, rest: usize, last: bool, made: usize): i32 {
  const line: usize = 4 * (<usize>width + 8)
  out = made
  held = load<u32>(rest)
  filled = load<i32>(rest, 4)
  for (let y = 0; y < height; y++) {
    changesOf(image + <usize>y * width, width, lines + line)
    encodeRow(words, lines, lines + line, width)
    memory.copy(lines, lines + line, line)
  }
  if (last) {
    put(endOfLine)
    put(endOfLine)
    if (filled > 0) store<u8>(out++, <u8>(held << (8 - filled)))
  }
  store<u32>(rest, held)
  store<i32>(rest, filled, 4)
  return <i32>(out - made)
}
