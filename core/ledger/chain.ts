/** A place in the chain of the trail: which line, and the digest there, in hexadecimal. */
export interface ChainHead {
  seq: number
  hash: string
}

/** As people read it out and type it: the number of the line and the digest. */
export const headText = ({ seq, hash }: ChainHead): string => `${seq}:${hash}`

/** A head as somebody typed it; null where it is none. */
export function readHead(text: string): ChainHead | null {
  const [, seq, hash] = /^(\d{1,15}):([0-9a-f]{64})$/.exec(text.trim().toLowerCase()) ?? []
  return seq && hash ? { seq: Number(seq), hash } : null
}
