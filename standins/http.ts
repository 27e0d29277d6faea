import type { IncomingMessage, Server } from 'node:http'

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
