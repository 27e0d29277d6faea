import type { IncomingMessage, Server } from 'node:http'
import { createServer, type AddressInfo, type Server as PortServer } from 'node:net'

/** A request's body. @throws {Error} where it has more bytes than allowed */
export async function bodyOf(request: IncomingMessage, mostBytes: number): Promise<Buffer> {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > mostBytes) throw new Error('The body is too long.')
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/** Ends a stand-in when it is told to, and when the process that started it is gone. */
export function endWhenTold(server: Server): void {
  const stop = () => {
    server.close()
    server.closeAllConnections()
    process.exit(0)
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  process.on('disconnect', stop)
}

/** Has a server listen on this machine alone; gives its port. @param port 0 for any */
export function listening(server: PortServer, port: number): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => {
      resolve((server.address() as AddressInfo).port)
    })
  })
}

/** A port that nobody listens on now. */
export async function freePort(): Promise<number> {
  const server = createServer()
  const port = await listening(server, 0)
  await new Promise(done => server.close(done))
  return port
}
