import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { request } from 'node:http'
import { createServer } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { command } from './command'

/** A server over TLS, on the loopback's IPv6 address, that passes on to a plain one; its certificate is signed by itself. */
export async function overTls(plain: string): Promise<{ address: string; renew: () => Promise<void>; stop: () => void }> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-tls-'))
  const makeCertificate = async () => {
    const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')]
    const made = await command('openssl', [
      ...'req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 2 -subj /CN=quay-device'.split(' '),
      ...['-keyout', key, '-out', cert],
    ])
    if (made.code !== 0) throw new Error(made.errors)
    return { key: await readFile(key), cert: await readFile(cert) }
  }
  const server = createServer(await makeCertificate(), (incoming, outgoing) => {
    const passed = request(new URL(incoming.url ?? '/', plain), { method: incoming.method, headers: incoming.headers }, answer => {
      outgoing.writeHead(answer.statusCode ?? 502, answer.headers)
      answer.pipe(outgoing)
    })
    incoming.pipe(passed)
  })
  await new Promise<void>(resolve => server.listen(0, '::1', resolve))
  const { port } = server.address() as { port: number }
  return {
    address: `https://[::1]:${port}${new URL(plain).pathname}`,
    renew: async () => {
      server.setSecureContext(await makeCertificate())
      server.closeAllConnections()
    },
    stop: () => {
      server.closeAllConnections()
      server.close()
      void rm(folder, { recursive: true, force: true })
    },
  }
}
