import { createHash } from 'node:crypto'
import type { Part } from '../shared/views/parts'

const usualParts = 64
const tagLength = 12

/**
 * Rows in some sixty parts, in their order, without the rows of those whose tag is among `had`. A part ends where a row's identity
 * says so and not after so many rows: one row more or less changes one part, not all that follow.
 */
export function toParts<Row extends { id: number }>(rows: readonly Row[], had: ReadonlySet<string>): Part<Row>[] {
  const size = 2 ** Math.ceil(Math.log2(Math.max(1, rows.length / usualParts)))
  const parts: Row[][] = []
  let open: Row[] | null = null
  // Rows of one list need not be numbered one after the other, so their numbers are scattered first (Knuth, multiplicative hashing).
  const ends = ({ id }: Row) => (Math.imul(id, 0x9e3779b1) >>> 0) * size < 2 ** 32
  for (const row of rows) {
    if (!open) parts.push((open = []))
    open.push(row)
    if (ends(row)) open = null
  }
  return parts.map(part => {
    const tag = createHash('sha256').update(JSON.stringify(part)).digest('base64url').slice(0, tagLength)
    return had.has(tag) ? { tag } : { tag, rows: part }
  })
}
