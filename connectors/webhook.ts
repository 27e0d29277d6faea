import { reachedFetch } from '../reach/fetch'
import { signature } from './hook'
import { unreached } from './unreached'

const seconds = 15

/** What a call says: what changed, by its number; more is asked for by the program itself. */
export interface Told {
  event: string
  id: number
  batch: number
  at: string
}

/** Tells a program of a change. A call that is tried again has the same key. @throws {Error} with what to do */
export async function tell(address: string, secret: string, key: string, told: Told): Promise<void> {
  const body = JSON.stringify(told)
  const moment = new Date().toISOString()
  const { host } = new URL(address)
  const answer = await reachedFetch(address, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'idempotency-key': key,
      'rubricator-moment': moment,
      'rubricator-signature': signature(secret, moment, body),
    },
    body,
    signal: AbortSignal.timeout(seconds * 1000),
  }).catch((error: unknown) => {
    throw unreached(error, host)
  })
  await answer.arrayBuffer().catch(() => undefined)
  if (!answer.ok) throw new Error(`${host} answered ${answer.status}. Ask whoever keeps that program.`)
}
