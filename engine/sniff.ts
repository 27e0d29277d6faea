export type InputFormat = 'pdf' | 'tiff' | 'jpeg' | 'png' | 'webp'

/** What a file is by its first bytes, whatever its name says; null where it is none of ours. */
export function sniff(head: Uint8Array): InputFormat | null {
  const starts = (...bytes: number[]) => bytes.every((byte, at) => head[at] === byte)
  if (starts(0xff, 0xd8, 0xff)) return 'jpeg'
  if (starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png'
  if (starts(0x49, 0x49, 0x2a, 0x00) || starts(0x4d, 0x4d, 0x00, 0x2a)) return 'tiff'
  // BigTIFF, for files past 4 GB, which some devices write always.
  if (starts(0x49, 0x49, 0x2b, 0x00) || starts(0x4d, 0x4d, 0x00, 0x2b)) return 'tiff'
  if (starts(0x52, 0x49, 0x46, 0x46) && Buffer.from(head.subarray(8, 12)).equals(Buffer.from('WEBP'))) return 'webp'
  // ISO 32000-1, annex H: a reader accepts the header anywhere in the first 1024 bytes.
  if (Buffer.from(head.subarray(0, 1024)).includes('%PDF-')) return 'pdf'
  return null
}

/**
 * Whether a file has the end that its kind must have: one that is still being written, or was cut off, has not.
 * @param head the first bytes, 12 or more
 * @param tail the last bytes, 1,024 of them where there are so many
 * @param size of the whole file in bytes
 */
export function looksWhole(head: Uint8Array, tail: Uint8Array, size: number): boolean {
  const ends = (mark: string) => Buffer.from(tail).includes(mark, 0, 'latin1')
  switch (sniff(head)) {
    // ISO 32000-1, annex H: a reader accepts the mark anywhere in the last 1024 bytes.
    case 'pdf':
      return ends('%%EOF')
    case 'jpeg':
      return ends('\xff\xd9')
    case 'png':
      return ends('IEND')
    case 'webp':
      return size >= 8 + Buffer.from(head).readUInt32LE(4)
    // TIFF has no end, and what is none of ours will never be.
    default:
      return size > 0
  }
}
