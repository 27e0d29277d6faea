import { splitBatch } from '../../flow/split'
import type { Work } from '../context'

/** One batch: evidence to documents. */
export async function split(work: Work, { batch }: { batch: number }): Promise<void> {
  await splitBatch(work, batch)
}
