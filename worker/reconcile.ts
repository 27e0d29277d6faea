import { log, said } from '../log/log'
import { connectorNamed } from '../connectors'
import { failuresUntilPause } from '../core/model/deliveryPause'
import type { Destination } from '../connectors/connector'
import { slipGone, slipHeld } from '../flow/reconcile'
import { destinationToOpen } from '../store/setup/grants'
import { takeSlipsToAsk, type SlipToAsk } from '../store/slips/toAsk'
import type { Work } from './context'

/**
 * Asks destinations whether they still hold what they took long enough ago. One that does not answer is asked again later: only
 * what it says itself is missing is said to be gone. Gives how many arrivals it asked about.
 */
export async function reconcile(work: Pick<Work, 'sql' | 'queue'>): Promise<number> {
  const due = await takeSlipsToAsk(work.sql)
  for (const destination of new Set(due.map(slip => slip.destination)))
    await askOne(
      work,
      destination,
      due.filter(slip => slip.destination === destination),
    )
  return due.length
}

async function askOne(work: Pick<Work, 'sql' | 'queue'>, id: string, slips: readonly SlipToAsk[]): Promise<void> {
  const row = await destinationToOpen(work.sql, id)
  const destination: Destination | null = row && connectorNamed(row.connector).open(row.options, row.grant)
  let failures = 0
  for (const slip of slips) {
    try {
      const held = destination?.holds ? await destination.holds(slip) : null
      if (held === false) await slipGone(work, slip, row!.name)
      else await slipHeld(work, slip, held === true)
    } catch (error) {
      log.error({ destination: id, slip: slip.id, ...said(error) }, 'a destination could not be asked what it holds')
      // Another day, so that one at which it always fails does not keep it from the others.
      await slipHeld(work, slip, false)
      // Those that are left were taken for an hour, and come up again then.
      if (++failures === failuresUntilPause) break
    }
  }
  await destination?.dispose()
}
