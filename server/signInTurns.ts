import { setResponseHeader, type H3Event } from 'h3'
import { takeTurn, type Patience } from '../store/people/signInTries'
import { store } from './context'
import { refuse } from './route'

/** Takes a turn to try a secret by each of these; 429 with the seconds to wait where one is too early. */
export async function takeTurns(event: H3Event, counts: readonly (readonly [who: string, patience: Patience])[]): Promise<void> {
  for (const [who, patience] of counts) {
    const wait = await takeTurn(store().sql, who, patience)
    if (wait === null) continue
    setResponseHeader(event, 'retry-after', wait)
    throw refuse(429, `Too many sign-ins failed here. Wait ${saidWait(wait)}, or ask a steward.`)
  }
}

const saidWait = (seconds: number) => (seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`)
