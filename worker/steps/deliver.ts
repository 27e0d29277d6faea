import { connectorNamed } from '../../connectors'
import { Refusal } from '../../connectors/connector'
import { slipDelivered, slipRefused } from '../../flow/deliver'
import { nextInTurn, waitsItsTurn } from '../../flow/deliverInOrder'
import { mayGo } from '../../flow/pauses'
import { destinationToOpen } from '../../store/setup/grants'
import { documentToDeliver, findSlip } from '../../store/slips/toDeliver'
import type { Work } from '../context'

/** One slip: a document's files and index values to one destination. */
export async function deliver(work: Work, { slip: id }: { slip: number }): Promise<void> {
  const slip = await findSlip(work.sql, id)
  if (!slip || slip.state === 'delivered') return
  const row = await destinationToOpen(work.sql, slip.destination_id)
  if (!row) return slipRefused(work, slip, `No destination "${slip.destination_id}" is set up. Add it, or change the rubric.`, true)
  if (row.in_order && (await waitsItsTurn(work.sql, slip))) return
  if (!(await mayGo(work.sql, slip.id, slip.destination_id))) return
  const facts = await documentToDeliver(work.sql, slip)
  const destination = connectorNamed(row.connector).open(row.options, row.grant)
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
    await destination.dispose()
    if (row.in_order) await nextInTurn(work.sql, work.queue, slip.destination_id)
  }
}
