import { Counter, Gauge, Registry } from 'prom-client'
import type { Figures } from '../store/figures'

/** The figures as Prometheus reads them (text format 0.0.4). @param freeBytes where pictures are kept; null where that is not told */
export function metricsOf(figures: Figures, freeBytes: number | null): Promise<string> {
  const registry = new Registry()
  const made = { registers: [registry] }
  const gauge = (name: string, help: string, rows: readonly (readonly [Record<string, string>, number])[]) => {
    const labelNames = [...new Set(rows.flatMap(([labels]) => Object.keys(labels)))]
    const one = new Gauge({ name: `rubricator_${name}`, help, labelNames, ...made })
    for (const [labels, value] of rows) one.set(labels, value)
  }
  const counter = (name: string, help: string, rows: readonly (readonly [Record<string, string>, number])[]) => {
    const one = new Counter({ name: `rubricator_${name}_total`, help, labelNames: ['step'], ...made })
    for (const [labels, value] of rows) one.inc(labels, value)
  }
  const { steps, jobs, batches, slips, connections } = figures
  counter(
    'steps_done',
    'Steps that were done; a side is one examine, a document one build, a delivery one deliver.',
    steps.map(({ step, done }) => [{ step }, done]),
  )
  counter(
    'steps_failed',
    'Tries of a step that failed.',
    steps.map(({ step, failed }) => [{ step }, failed]),
  )
  counter(
    'step_seconds',
    'Seconds that steps took.',
    steps.map(({ step, seconds }) => [{ step }, seconds]),
  )
  gauge(
    'jobs',
    'Jobs in the queue.',
    jobs.flatMap(({ step, waiting, active }) => [
      [{ step, state: 'waiting' }, waiting] as const,
      [{ step, state: 'active' }, active] as const,
    ]),
  )
  gauge(
    'oldest_job_seconds',
    'How long the oldest job that could run has waited.',
    jobs.map(({ step, oldest }) => [{ step }, oldest]),
  )
  gauge(
    'batches',
    'Batches that are not over.',
    batches.map(({ state, count }) => [{ state }, count]),
  )
  gauge(
    'deliveries',
    'Deliveries that did not arrive yet.',
    slips.flatMap(({ destination, waiting, failed }) => [
      [{ destination, state: 'waiting' }, waiting] as const,
      [{ destination, state: 'failed' }, failed] as const,
    ]),
  )
  gauge('workers', 'Workers that gave a sign of life within three quarters of a minute.', [[{}, figures.workers]])
  gauge('database_connections', 'Connections to the database that are taken.', [[{}, connections.used]])
  gauge('database_connections_most', 'Connections that the database takes.', [[{}, connections.most]])
  gauge('database_bytes', 'What the database weighs.', [[{}, figures.databaseBytes]])
  if (freeBytes !== null) gauge('blobs_free_bytes', 'Room where pictures and files are kept.', [[{}, freeBytes]])
  return registry.metrics()
}
