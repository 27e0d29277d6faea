import { refusedReach } from '../reach/networks'
import { isUnvouched } from '../reach/pinned'
import { Refusal } from './connector'

/** What was stored is not what was sent; its words are for people. */
export class NotKept extends Error {
  constructor(path: string) {
    super(`What was stored as ${path} is not what was sent: there may be no room left. Ask its administrator.`)
  }
}

/**
 * What to say of a host that could not be asked: it lies outside what the office allows, nobody vouches for its certificate
 * (a person must act first in both cases), or it is silent.
 * @param port where it is no part of the host's own spelling
 * @param confirmable whether the destination has a place for the certificate's fingerprint
 */
export function unreached(
  error: unknown,
  host: string,
  { port, confirmable = false }: { port?: number; confirmable?: boolean } = {},
): Error {
  if (error instanceof NotKept) return error
  const outside = refusedReach(error)
  if (outside) return new Refusal(outside.message, 'person', { cause: error })
  if (isUnvouched(error))
    return new Refusal(
      `Nobody vouches for the certificate of ${host}. ${
        confirmable
          ? 'Put its SHA-256 into the destination, once its administrator said it.'
          : 'Ask its administrator for one that is vouched for, or whoever runs this copy to trust the authority that made it.'
      }`,
      'person',
      { cause: error },
    )
  return new Error(
    `${port === undefined ? host : `${host}, port ${port},`} does not answer. Check that it runs and can be reached from here.`,
    { cause: error },
  )
}
