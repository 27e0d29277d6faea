import { createServer, type Server } from 'node:http'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { startTracing, traced } from '../../log/trace'
import { bodyOf, listening } from '../../standins/http'

// What is sent is received over its protocol (OTLP over HTTP, as JSON).
interface Sent {
  resourceSpans: {
    resource: { attributes: { key: string; value: { stringValue?: string } }[] }
    scopeSpans: { spans: Record<string, unknown>[] }[]
  }[]
}
let server: Server
let sent: { path: string; body: Sent }[]
beforeEach(async () => {
  sent = []
  server = createServer((request, response) => {
    void bodyOf(request, 1e6).then(body => {
      sent.push({ path: request.url!, body: JSON.parse(body.toString()) as Sent })
      response.writeHead(200, { 'content-type': 'application/json' }).end('{}')
    })
  })
  process.env.OTEL_EXPORTER_OTLP_ENDPOINT = `http://127.0.0.1:${await listening(server, 0)}`
})
afterEach(() => {
  delete process.env.OTEL_EXPORTER_OTLP_ENDPOINT
  server.close()
})

it('sends what was done, as part of the trace of whoever asked, and says how it failed', async () => {
  const stop = await startTracing('worker')
  traced({ name: 'examine', kind: 'job', from: 1000, until: 1250, attributes: { 'rubricator.pageId': 7 } })
  const traceparent = `00-${'ab'.repeat(16)}-${'cd'.repeat(8)}-01`
  traced({ name: 'GET /api', kind: 'request', from: 1, until: 2, attributes: {}, failed: '500', headers: { traceparent } })
  await stop()
  expect(sent.map(one => one.path)).toEqual(['/v1/traces'])
  const [of] = sent[0]!.body.resourceSpans
  expect(of!.resource.attributes).toContainEqual({ key: 'service.name', value: { stringValue: 'rubricator-worker' } })
  const [job, request] = of!.scopeSpans.flatMap(scope => scope.spans)
  expect(job).toMatchObject({ name: 'examine', startTimeUnixNano: '1000000000', endTimeUnixNano: '1250000000' })
  expect(job!.attributes).toEqual([{ key: 'rubricator.pageId', value: { intValue: 7 } }])
  expect(request).toMatchObject({ traceId: 'ab'.repeat(16), parentSpanId: 'cd'.repeat(8), status: { code: 2, message: '500' } })
})

it('keeps nobody waiting where there is no address, or nobody at it', async () => {
  delete process.env.OTEL_EXPORTER_OTLP_ENDPOINT
  await (
    await startTracing('web')
  )()
  expect(sent).toEqual([])
})
