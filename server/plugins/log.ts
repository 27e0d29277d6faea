import { randomUUID } from 'node:crypto'
import { setResponseHeader, type H3Event } from 'h3'
import { log } from '../../log/log'
import { traced } from '../../log/trace'
import { isSecure } from '../ownAddress'

/** A line for each request that changes something or fails, and at level debug for the others: never a query or a body. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    if (isSecure()) setResponseHeader(event, 'strict-transport-security', 'max-age=31536000')
    event.context.asked = { id: randomUUID(), at: performance.now(), since: Date.now() }
  })
  nitro.hooks.hook('afterResponse', event => {
    if (!event.path.startsWith('/api/')) return
    const status = event.node.res.statusCode
    const level = status >= 500 ? 'error' : status >= 400 ? 'warn' : event.method === 'GET' ? 'debug' : 'info'
    const line = lineOf(event, status)
    log[level](line, 'request')
    traceRequest(event, line)
  })
})

interface AskedContext {
  asked?: { id: string; at: number; since: number }
  /** Set where it is known who asks, and of which batch. */
  person?: string
  batch?: number
  matchedRoute?: { path: string }
  params?: Record<string, string>
}

function lineOf(event: H3Event, status: number) {
  const { asked, person, batch, matchedRoute, params } = event.context as AskedContext
  // A path may hold a key that works once: the route's own name does not.
  const id = params?.id !== undefined && /^\d+$/.test(params.id) ? Number(params.id) : undefined
  return {
    request: asked?.id,
    method: event.method,
    route: matchedRoute?.path ?? 'none',
    id,
    status,
    ms: asked ? Math.round(performance.now() - asked.at) : undefined,
    person,
    batch,
  }
}

/** Named as the OpenTelemetry conventions for HTTP have it. */
function traceRequest(event: H3Event, { request, method, route, id, status, ms, person, batch }: ReturnType<typeof lineOf>): void {
  const { asked } = event.context as AskedContext
  if (!asked) return
  traced({
    name: `${method} ${route}`,
    kind: 'request',
    from: asked.since,
    until: asked.since + (ms ?? 0),
    attributes: {
      'http.request.method': method,
      'http.route': route,
      'http.response.status_code': status,
      'rubricator.request': request,
      'rubricator.id': id,
      'rubricator.person': person,
      'rubricator.batch': batch,
    },
    headers: event.node.req.headers,
    ...(status >= 500 ? { failed: String(status) } : {}),
  })
}
