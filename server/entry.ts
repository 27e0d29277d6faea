import { log, said } from '../log/log'
import '#nitro-internal-pollyfills'
import { createServer } from 'node:http'
import type { Server } from 'node:net'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import { endStreams } from './changeStream'

/** Requests that are under way get this long once the server is to end. */
const graceSeconds = 3

const nitro = useNitroApp()
const http = createServer(toNodeListener(nitro.h3App))
// What counts is a stall, not the length: bodies have a limit of their own for that, and a slow line may take hours.
http.requestTimeout = 0
http.headersTimeout = 30_000

let ending = false
async function end(): Promise<void> {
  if (ending) return
  ending = true
  const closed = new Promise(resolve => http.close(resolve))
  endStreams()
  http.closeIdleConnections()
  const cut = setTimeout(() => http.closeAllConnections(), graceSeconds * 1000)
  await closed
  clearTimeout(cut)
  await nitro.hooks.callHook('close')
  process.exit(0)
}
process.on('SIGTERM', () => void end())
process.on('SIGINT', () => void end())
process.on('disconnect', () => void end())

function fail(error: unknown): void {
  log.error(said(error), 'something was not caught')
  void nitro.hooks.callHook('error', error instanceof Error ? error : new Error(String(error)), { tags: ['unhandled'] })
}
process.on('unhandledRejection', fail)
process.on('uncaughtException', fail)

http.once('error', error => {
  log.fatal(said(error), 'the web server cannot listen')
  process.exit(1)
})
const ready = () => process.send?.({ ready: true })
if (process.env.RUBRICATOR_SOCKET === 'parent') {
  // bin/start chose the port and kept it meanwhile. Whoever comes is accepted from the moment in which it arrives here.
  process.once('message', (_, socket) => http.listen(socket as Server, ready))
  process.send?.({ wants: 'socket' })
} else {
  const [host, port] = [process.env.RUBRICATOR_HOST ?? '127.0.0.1', Number(process.env.RUBRICATOR_PORT ?? 3000)]
  http.listen(port, host, () => {
    log.info({ host, port }, 'listening')
    ready()
  })
}
