import { propagation, ROOT_CONTEXT, SpanKind, SpanStatusCode, trace, type Attributes } from '@opentelemetry/api'

/** What a process did, from when to when; milliseconds since 1970. Like a log's line it names things by their numbers alone. */
export interface Traced {
  name: string
  kind: 'request' | 'job'
  from: number
  until: number
  attributes: Attributes
  /** What went wrong, in the words of its kind. */
  failed?: string
  /** Headers of whoever asked, with a trace that this is a part of (W3C Trace Context). */
  headers?: Readonly<Record<string, string | string[] | undefined>>
}

const kinds = { request: SpanKind.SERVER, job: SpanKind.CONSUMER }

/**
 * Sends what this process does as OpenTelemetry to where OTEL_EXPORTER_OTLP_ENDPOINT says, and nothing where it says nothing.
 * @param part of the product: it is called `rubricator-web`, unless OTEL_SERVICE_NAME names it
 * @returns sends what is left, and ends
 */
export async function startTracing(part: 'web' | 'worker'): Promise<() => Promise<void>> {
  const { OTEL_EXPORTER_OTLP_ENDPOINT, OTEL_EXPORTER_OTLP_TRACES_ENDPOINT } = process.env
  if (!OTEL_EXPORTER_OTLP_ENDPOINT && !OTEL_EXPORTER_OTLP_TRACES_ENDPOINT) return () => Promise.resolve()
  // Loaded where it is wanted: it takes as long as all else at a start.
  const [
    { BatchSpanProcessor, NodeTracerProvider },
    { OTLPTraceExporter },
    { defaultResource, detectResources, envDetector, resourceFromAttributes },
  ] = await Promise.all([
    import('@opentelemetry/sdk-trace-node'),
    import('@opentelemetry/exporter-trace-otlp-http'),
    import('@opentelemetry/resources'),
  ])
  const provider = new NodeTracerProvider({
    resource: defaultResource()
      .merge(resourceFromAttributes({ 'service.name': `rubricator-${part}` }))
      .merge(detectResources({ detectors: [envDetector] })),
    spanProcessors: [new BatchSpanProcessor(new OTLPTraceExporter())],
  })
  provider.register()
  // Whoever collects may be away; the work does not wait for them.
  return () => provider.shutdown().catch(() => undefined)
}

/** Tells of something that was done. */
export function traced({ name, kind, from, until, attributes, failed, headers }: Traced): void {
  const parent = headers ? propagation.extract(ROOT_CONTEXT, headers) : ROOT_CONTEXT
  const span = trace.getTracer('rubricator').startSpan(name, { kind: kinds[kind], startTime: new Date(from), attributes }, parent)
  if (failed !== undefined) span.setStatus({ code: SpanStatusCode.ERROR, message: failed })
  span.end(new Date(until))
}
