import pino from 'pino'

/**
 * What a process says of its work, a line of JSON each. A line names things by their numbers (request, person, batch, document,
 * job, step): never a secret, a value, a name of a file or a document's text.
 */
export const log = pino(
  {
    level: process.env.RUBRICATOR_LOG ?? 'info',
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: label => ({ level: label }) },
  },
  // What a command writes on standard output is its answer.
  pino.destination({ dest: 2, sync: true }),
)

/** An error as a line holds it: its words and where it came from, not what it carries. */
export const said = (error: unknown): { error: string; stack?: string } =>
  error instanceof Error ? { error: error.message, ...(error.stack ? { stack: error.stack } : {}) } : { error: String(error) }
