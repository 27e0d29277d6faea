import type { Random } from '../../standins/paper/random'

const extremes = [0, 1, 0x7f, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0xffffffff]

/** Bytes spoilt in some of the ways in which files come to harm, or are harmed: the same for the same chance. */
export function mutated(bytes: Buffer, random: Random): Buffer {
  let made: Buffer = Buffer.from(bytes)
  for (let times = random.whole(1, 4); times > 0; times--) made = ways[random.whole(0, ways.length - 1)]!(made, random)
  return made
}

const place = (bytes: Buffer, random: Random) =>
  random.chance(0.5) ? random.whole(0, Math.min(511, bytes.length)) : random.whole(0, bytes.length)

const ways: ((bytes: Buffer, random: Random) => Buffer)[] = [
  // Single bytes.
  (bytes, random) => {
    for (let count = random.whole(1, 20); count > 0; count--) {
      const at = place(bytes, random)
      if (at < bytes.length) bytes[at] = random.whole(0, 255)
    }
    return bytes
  },
  // A number made very small or very large, in either order of bytes.
  (bytes, random) => {
    const at = place(bytes, random)
    if (at + 4 > bytes.length) return bytes
    const value = random.pick(extremes)
    if (random.chance(0.5)) bytes.writeUInt32BE(value >>> 0, at)
    else bytes.writeUInt16LE(value & 0xffff, at)
    return bytes
  },
  // A decimal number in text, as PDF writes them.
  (bytes, random) => {
    const text = bytes.toString('latin1')
    const numbers = [...text.matchAll(/\d+/g)]
    if (!numbers.length) return bytes
    const found = numbers[random.whole(0, numbers.length - 1)]!
    const other = String(random.pick([0, 1, -1, 99_999_999, 4_294_967_296, random.whole(0, 1000)]))
    return Buffer.from(text.slice(0, found.index) + other + text.slice(found.index + found[0].length), 'latin1')
  },
  // Cut off.
  (bytes, random) => bytes.subarray(0, random.whole(0, bytes.length)),
  // A part missing, zeroed, or there twice.
  (bytes, random) => {
    const from = place(bytes, random)
    const to = Math.min(bytes.length, from + random.whole(1, 400))
    const [before, part, after] = [bytes.subarray(0, from), bytes.subarray(from, to), bytes.subarray(to)]
    return Buffer.concat(
      random.pick([
        [before, after],
        [before, Buffer.alloc(part.length), after],
        [before, part, part, after],
      ]),
    )
  },
]
