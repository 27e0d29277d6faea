import { connect, type PeerCertificate, type TLSSocket } from 'node:tls'
import { Agent, buildConnector } from 'undici'
import { checkHost, lookup } from './networks'

/** Another certificate is shown than the one that a steward confirmed. */
export class CertificateError extends Error {
  constructor(host: string) {
    super(
      `${host} shows another certificate than the one that was confirmed. ` +
        'Somebody may stand between, or it was renewed: look at it, and confirm it anew.',
    )
  }
}

/** A certificate as a person compares it. */
export interface ShownCertificate {
  /** SHA-256 of it, in hexadecimal. */
  fingerprint: string
  name: string
  until: string
}

const fingerprintOf = (socket: TLSSocket) =>
  (socket.getPeerCertificate() as Partial<PeerCertificate>).fingerprint256?.replaceAll(':', '').toLowerCase() ?? ''
const agents = new Map<string, Agent>()

/** Connections to whatever shows this very certificate; nothing is said over them before it was compared. */
export function agentFor(fingerprint: string): Agent {
  const known = agents.get(fingerprint)
  if (known) return known
  // Who signed it does not matter: it is known itself.
  // A resumed session shows no certificate, so none is resumed.
  const open = buildConnector({ lookup, rejectUnauthorized: false, maxCachedSessions: 0 })
  const agent = new Agent({
    connect: (options, callback) => {
      open(options, (error, socket) => {
        if (error) {
          callback(error, null)
          return
        }
        if ('getPeerCertificate' in socket && fingerprintOf(socket) !== fingerprint) {
          socket.destroy()
          callback(new CertificateError(options.hostname), null)
        } else callback(null, socket)
      })
    },
  })
  agents.set(fingerprint, agent)
  return agent
}

const patienceMs = 5000

/** The certificate that an address shows, whoever signed it; null where it shows none. @throws {ReachError} */
export function shownCertificate(address: string): Promise<ShownCertificate | null> {
  const { hostname, port } = new URL(address)
  checkHost(hostname)
  const host = hostname.replace(/^\[|\]$/g, '')
  return new Promise(resolve => {
    const socket = connect({ host, port: Number(port || 443), lookup, rejectUnauthorized: false, timeout: patienceMs }, () => {
      const { subject, valid_to: until } = socket.getPeerCertificate()
      resolve({ fingerprint: fingerprintOf(socket), name: String(subject.CN), until: new Date(until).toISOString() })
      socket.destroy()
    })
    const none = () => {
      resolve(null)
      socket.destroy()
    }
    socket.once('error', none)
    socket.once('timeout', none)
  })
}

const unvouched = /^(DEPTH_ZERO_SELF_SIGNED_CERT|SELF_SIGNED_CERT_IN_CHAIN|UNABLE_TO_\w+|CERT_\w+|ERR_TLS_\w+)$/

/** Whether an error says that nobody vouches for a certificate. */
export function isUnvouched(error: unknown): boolean {
  for (let cause = error; cause instanceof Error; cause = cause.cause) {
    if (!('code' in cause)) continue
    if (unvouched.test(String(cause.code))) return true
    // A mail client puts a code of its own over it, and leaves the words.
    if (cause.code === 'ESOCKET' && /certificate/i.test(cause.message)) return true
  }
  return false
}
