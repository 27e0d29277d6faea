import type { Rubric } from '../core/rubric/rubric'
import { bookOrder } from '../core/split/bookOrder'
import type { ReceivedSide } from '../flow/receive'
import type { Work } from './context'

/**
 * The sides that a stored file holds. One that cannot be opened is still one side: it is kept, and examining says what
 * is wrong with it.
 * @param single it is known to hold one picture
 */
export async function sidesIn(
  { examiners, blobs }: Pick<Work, 'examiners' | 'blobs'>,
  blob: string,
  rubric: Rubric,
  single: boolean,
): Promise<ReceivedSide[]> {
  const spread = bookOrder(rubric)
  if (single && !spread) return [{ page: 1, halves: [null] }]
  const reply = await examiners.count(await blobs.local(blob), spread !== null)
  if (reply.outcome !== 'counted') return [{ page: 1, halves: [null] }]
  return Array.from({ length: reply.pages }, (_, at) => ({ page: at + 1, halves: spread && reply.wide.includes(at + 1) ? spread : [null] }))
}
