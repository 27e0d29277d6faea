import { tell } from '../connectors/webhook'
import { deliveryHours, pauseAfter } from '../core/model/deliveryPause'
import { batchOf } from '../store/people/rights'
import { callDone, takeDueWebhooks, webhookFailed, webhookTook, type DueWebhook } from '../store/setup/webhooks'
import type { Sql } from '../store/database'

/** Tells programs of what changed, each in order, and only of what its person may see. Gives how many calls were taken. */
export async function tellPrograms(sql: Sql): Promise<number> {
  const due = await takeDueWebhooks(sql)
  return (await Promise.all(due.map(hook => tellOne(sql, hook)))).reduce((sum, told) => sum + told, 0)
}

async function tellOne(sql: Sql, { id, address, secret, person, failures, calls }: DueWebhook): Promise<number> {
  let told = 0
  for (const { id: call, event, thing, batch, at } of calls) {
    // What is gone by now, or no longer theirs, is nothing to tell of.
    if ((await batchOf(sql, person, event, thing)) !== null) {
      try {
        await tell(address, secret, `call-${call}`, { event, id: thing, batch, at })
        told++
      } catch (error) {
        await webhookFailed(sql, id, (error as Error).message, pauseAfter(failures + 1), deliveryHours)
        return told
      }
    }
    await callDone(sql, call)
  }
  await webhookTook(sql, id)
  return told
}
