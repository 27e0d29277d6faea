// A TrueType font for words that are searched and never seen: two glyphs without an outline (the missing one, and the
// one that stands for every letter), each half an em wide. OpenType 1.9, "Font file"; only what ISO 32000-1, 9.9 asks for.

const unitsPerEm = 1000
/** Width of every letter, in thousandths of an em. */
export const letterWidth = 500
const glyphs = 2

/** Big-endian fields: [size in bytes, value]. */
function table(...fields: [size: 2 | 4, value: number][]): Buffer {
  return Buffer.concat(
    fields.map(([size, value]) => {
      const bytes = Buffer.alloc(size)
      bytes.writeUIntBE(value < 0 ? value + 2 ** (8 * size) : value, 0, size)
      return bytes
    }),
  )
}

const zeros = (count: number): [2, number][] => Array.from({ length: count }, () => [2, 0])

function tables(): Record<string, Buffer> {
  return {
    glyf: Buffer.alloc(4),
    head: table(
      [4, 0x00010000],
      [4, 0x00010000],
      [4, 0],
      [4, 0x5f0f3cf5],
      [2, 0],
      [2, unitsPerEm],
      ...zeros(8),
      [2, 0],
      [2, 0],
      [2, letterWidth],
      [2, unitsPerEm],
      [2, 0],
      [2, 8],
      [2, 2],
      [2, 0],
      [2, 0],
    ),
    hhea: table([4, 0x00010000], [2, 800], [2, -200], [2, 0], [2, letterWidth], ...zeros(12), [2, glyphs]),
    hmtx: table([2, letterWidth], [2, 0], [2, letterWidth], [2, 0]),
    loca: table(...zeros(glyphs + 1)),
    maxp: table([4, 0x00010000], [2, glyphs], ...zeros(2), [2, 0], [2, 0], [2, 1], ...zeros(8)),
  }
}

function checksum(bytes: Buffer): number {
  let sum = 0
  for (let at = 0; at < bytes.length; at += 4) sum = (sum + bytes.readUInt32BE(at)) >>> 0
  return sum
}

const padded = (bytes: Buffer) => Buffer.concat([bytes, Buffer.alloc((4 - (bytes.length % 4)) % 4)])

/** The font file. */
export function makeWordsFont(): Buffer {
  const all = Object.entries(tables())
  const head = 12 + all.length * 16
  const directory: Buffer[] = [table([4, 0x00010000], [2, all.length], [2, 64], [2, 2], [2, all.length * 16 - 64])]
  const bodies: Buffer[] = []
  let at = head
  let headAt = 0
  for (const [name, bytes] of all) {
    const body = padded(bytes)
    directory.push(Buffer.from(name, 'latin1'), table([4, checksum(body)], [4, at], [4, bytes.length]))
    if (name === 'head') headAt = at
    bodies.push(body)
    at += body.length
  }
  const font = Buffer.concat([...directory, ...bodies])
  font.writeUInt32BE((0xb1b0afba - checksum(font)) >>> 0, headAt + 8)
  return font
}
