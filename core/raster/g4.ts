import { codes, longRuns, shortRuns } from './g4Codes'
import type { Bitmap } from './image'
import { findRuns, type Runs } from './simd/ink'

// ITU-T T.6, table 1; vertical modes from 3 to the left to 3 to the right.
const passMode = 0b0001
const horizontalMode = 0b001
const vertical = codes('0000010 000010 010 1 011 000011 0000011')
const longestRun = 2560

class BitWriter {
  private bytes = new Uint8Array(1 << 16)
  private count = 0
  private held = 0
  private free = 8

  put(bits: number, length: number): void {
    while (length > 0) {
      const taken = Math.min(length, this.free)
      this.held |= ((bits >> (length - taken)) & ((1 << taken) - 1)) << (this.free - taken)
      this.free -= taken
      length -= taken
      if (this.free === 0) this.next()
    }
  }

  private next(): void {
    if (this.count === this.bytes.length) {
      const wider = new Uint8Array(2 * this.count)
      wider.set(this.bytes)
      this.bytes = wider
    }
    this.bytes[this.count++] = this.held
    this.held = 0
    this.free = 8
  }

  end(): Uint8Array {
    if (this.free < 8) this.next()
    return this.bytes.slice(0, this.count)
  }

  run(length: number, colour: 0 | 1): void {
    const long = longRuns[colour]
    while (length > longestRun + 63) {
      this.put(long.bits[longestRun / 64 - 1]!, long.lengths[longestRun / 64 - 1]!)
      length -= longestRun
    }
    if (length > 63) {
      const at = (length >> 6) - 1
      this.put(long.bits[at]!, long.lengths[at]!)
    }
    const short = shortRuns[colour]
    this.put(short.bits[length & 63]!, short.lengths[length & 63]!)
  }
}

/** Writes where the colour of a row changes, beginning with white, then its width thrice; gives the first run of the next row. */
function changesOf(runs: Runs, first: number, row: number, width: number, changes: Int32Array): number {
  let count = 0
  let run = first
  for (; run < runs.count && runs.row[run] === row; run++) {
    changes[count++] = runs.start[run]!
    changes[count++] = runs.end[run]!
  }
  // A run up to the edge ends where the row does.
  changes[count] = changes[count + 1] = changes[count + 2] = width
  return run
}

/**
 * A page as CCITT Group 4 data (ITU-T T.6) in one piece, ink black: what a TIFF strip or a PDF image stream holds.
 */
export function encodeGroup4(page: Bitmap): Uint8Array {
  const { width, height } = page
  const runs = findRuns(page)
  const out = new BitWriter()
  let above = new Int32Array(width + 4).fill(width)
  let here = new Int32Array(width + 4)
  let run = 0
  for (let y = 0; y < height; y++) {
    run = changesOf(runs, run, y, width, here)
    encodeRow(out, above, here, width)
    ;[above, here] = [here, above]
  }
  out.put(1, 12)
  out.put(1, 12)
  return out.end()
}

function encodeRow(out: BitWriter, above: Int32Array, here: Int32Array, width: number): void {
  let colour: 0 | 1 = 0
  let a0 = 0
  let next = 0
  let other = 0
  while (a0 < width) {
    // a1: the next change here. b1: the first change above, right of a0 (at the line's start: from it), to the colour that a1 brings.
    const a1 = here[next]!
    while (other > 0 && above[other - 1]! > a0) other--
    while (above[other]! < width && (above[other]! < a0 || (above[other]! === a0 && a0 > 0))) other++
    if ((other & 1) !== colour && above[other]! < width) other++
    const b1 = above[other]!
    const b2 = b1 < width ? above[other + 1]! : width
    if (b2 < a1) {
      out.put(passMode, 4)
      a0 = b2
    } else if (Math.abs(a1 - b1) <= 3) {
      const at = a1 - b1 + 3
      out.put(vertical.bits[at]!, vertical.lengths[at]!)
      a0 = a1
      colour = colour ? 0 : 1
      next++
    } else {
      const a2 = here[next + 1]!
      out.put(horizontalMode, 3)
      out.run(a1 - a0, colour)
      out.run(a2 - a1, colour ? 0 : 1)
      a0 = a2
      next += 2
    }
  }
}
