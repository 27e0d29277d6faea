import { connectorNamed } from '../../connectors'
import { Refusal } from '../../connectors/connector'
import { slipDelivered, slipRefused } from '../../flow/deliver'
import { nextInTurn, waitsItsTurn } from '../../flow/deliverInOrder'
import { mayGo, putOff } from '../../flow/pauses'
import { destinationToOpen } from '../../store/setup/grants'
import { documentToDeliver, findSlip } from '../../store/slips/toDeliver'
import type { Work } from '../context'

const slowMs = 3000
/** Deliveries under way in this process, by destination: since when. */
const underWay = new Map<string, Set<{ since: number }>>()

const isSlow = (destination: string) => [...(underWay.get(destination) ?? [])].some(({ since }) => Date.now() - since > slowMs)

/** Notes that a delivery begins; gives what notes its end. */
function begin(destination: string): () => void {
  const mine = { since: Date.now() }
  const all = underWay.get(destination) ?? new Set()
  underWay.set(destination, all.add(mine))
  return () => all.delete(mine)
}

/** One slip: a document's files and index values to one destination. */
export async function deliver(work: Work, { slip: id }: { slip: number }): Promise<void> {
  const slip = await findSlip(work.sql, id)
  if (!slip || slip.state === 'delivered') return
  const row = await destinationToOpen(work.sql, slip.destination_id)
  if (!row) return slipRefused(work, slip, `No destination "${slip.destination_id}" is set up. Add it, or change the rubric.`, true)
  if (row.in_order && (await waitsItsTurn(work.sql, slip))) return
  // One that is slow keeps a single lane, so that the others are there for the rest.
  if (isSlow(slip.destination_id)) return putOff(work.sql, slip.id)
  if (!(await mayGo(work.sql, slip.id, slip.destination_id))) return
  const facts = await documentToDeliver(work.sql, slip)
  const destination = connectorNamed(row.connector).open(row.options, row.grant)
  const done = begin(slip.destination_id)
  try {
    const { place, answer } = await destination.deliver({
      // A later edition is another delivery: it never goes over the one before.
      id: slip.edition === 1 ? String(slip.document_id) : `${slip.document_id}-${slip.edition}`,
      folder: slip.folder,
      people: slip.people,
      printing: { printer: facts.printer, copies: facts.copies, sides: facts.sides },
      files: await Promise.all(
        facts.files.map(async file => ({
          name: file.name,
          path: await work.blobs.local(file.sha256),
          sha256: file.sha256,
          mediaType: file.media_type,
        })),
      ),
      index: {
        type: facts.type,
        batch: facts.batch,
        document: facts.position,
        values: Object.fromEntries(Object.entries(facts.fields).map(([field, { value }]) => [field, value])),
        enteredBy: facts.indexed_by,
      },
      record: facts.lookups[slip.destination_id]?.chosen ?? null,
    })
    await slipDelivered(work, slip, place, answer)
  } catch (error) {
    // It is tried again by its own pause, not by the queue's.
    await slipRefused(work, slip, error instanceof Error ? error.message : String(error), error instanceof Refusal)
  } finally {
    done()
    await destination.dispose()
    if (row.in_order) await nextInTurn(work.sql, work.queue, slip.destination_id)
  }
}
