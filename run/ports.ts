import { createServer } from 'node:net'
import { Trouble } from './trouble'

function tryPort(port: number, host: string): Promise<number | null> {
  return new Promise((resolve) => {
    const server = createServer()
    server.once('error', () => resolve(null))
    server.listen(port, host, () => {
      const address = server.address()
      server.close(() => resolve(address && typeof address === 'object' ? address.port : null))
    })
  })
}

/** Any free port. */
export async function freePort(): Promise<number> {
  const port = await tryPort(0, '127.0.0.1')
  if (port === null) throw new Trouble('No port of this machine is free; end some programs that listen, then start again.')
  return port
}

/** The port for the app: the one asked for, or 3000 or the next that is free. @throws {Trouble} */
export async function appPort(asked: number | null, host: string): Promise<number> {
  if (asked !== null) {
    if (await tryPort(asked, host) === null) throw new Trouble(`Port ${asked} on ${host} is taken or not allowed; set RUBRICATOR_PORT to another one, or leave it out.`)
    return asked
  }
  for (let port = 3000; port < 3100; port++) if (await tryPort(port, host) !== null) return port
  return freePort()
}
