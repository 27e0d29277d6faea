import { log, said } from '../log/log'
import PgBoss from 'pg-boss'
import postgres from 'postgres'
import { noticesSilence, type Tx } from './database'

/** The steps of a page's path, each a job that may run twice or die half-way with the same result. */
export interface Jobs {
  receive: { load: number }
  examine: { page: number }
  split: { batch: number }
  read: { document: number }
  fill: { document: number }
  build: { document: number }
  deliver: { slip: number }
  print: { print: number }
  try: { try: string }
}
export type Step = keyof Jobs

/** How often and how soon a step is tried again, and how long it may take, in seconds. */
const policies: Record<Step, { retryLimit: number; retryDelay: number; retryBackoff: boolean; expireInSeconds: number }> = {
  receive: { retryLimit: 20, retryDelay: 2, retryBackoff: false, expireInSeconds: 4 * 3600 },
  examine: { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 300 },
  split: { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 120 },
  read: { retryLimit: 5, retryDelay: 5, retryBackoff: true, expireInSeconds: 3600 },
  fill: { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 120 },
  build: { retryLimit: 5, retryDelay: 5, retryBackoff: true, expireInSeconds: 1800 },
  try: { retryLimit: 1, retryDelay: 2, retryBackoff: false, expireInSeconds: 1800 },
  // Somebody stands at the device.
  print: { retryLimit: 2, retryDelay: 3, retryBackoff: false, expireInSeconds: 600 },
  deliver: { retryLimit: 6, retryDelay: 5, retryBackoff: true, expireInSeconds: 600 },
}
export const steps = Object.keys(policies) as Step[]

type SqlClient = { unsafe: (text: string, values?: never[]) => PromiseLike<unknown[]> }

// Postgres.js takes no undefined as a parameter; pg-boss gives some.
const executor = (sql: SqlClient) => ({
  executeSql: async (text: string, values: unknown[] = []) => ({
    rows: (await sql.unsafe(text, values.map(value => value ?? null) as never[])) as never[],
    rowCount: 0,
  }),
})

/** One after the other makes the queue's tables: two at once would wait for each other. */
const startLock = 7211

/** The queue: pg-boss over a Postgres.js connection of its own. */
export class Queue {
  readonly boss: PgBoss
  private readonly sql: postgres.Sql

  constructor(
    url: string,
    private readonly role: 'worker' | 'sender',
  ) {
    this.sql = postgres(url, { max: 1, ...noticesSilence, onnotice: () => undefined })
    const working = role === 'worker'
    this.boss = new PgBoss({ db: executor(this.sql), schedule: false, supervise: working, migrate: true, maintenanceIntervalSeconds: 15 })
    this.boss.on('error', error => log.error(said(error), 'the queue'))
  }

  /** Several processes may start at once, also where the queue's tables are made or brought up to date. */
  async start(): Promise<void> {
    await this.sql`select pg_advisory_lock(${startLock})`
    try {
      await this.boss.start()
      for (const step of steps) await this.boss.createQueue(step, { name: step, ...policies[step] })
    } finally {
      await this.sql`select pg_advisory_unlock(${startLock})`
    }
  }

  /** Adds a job with the transaction that needs it: both are there or neither. */
  async send<S extends Step>(tx: Tx, step: S, data: Jobs[S]): Promise<void> {
    await this.sendAll(tx, step, [data])
  }

  /** Adds a job for each of these, as `send` does, all in one statement. */
  async sendAll<S extends Step>(tx: Tx, step: S, all: readonly Jobs[S][]): Promise<void> {
    if (!all.length) return
    const { executeSql } = executor(tx)
    // pg-boss hands its jobs over as text; Postgres.js makes JSON of them by itself.
    const db = { executeSql: (text: string, [jobs, ...more]: unknown[]) => executeSql(text, [JSON.parse(String(jobs)), ...more]) }
    await this.boss.insert(
      all.map(data => ({ name: step, data, ...policies[step] })),
      { db },
    )
    await tx`select pg_notify('rubricator_jobs', ${step})`
  }

  /** Adds each document's next step. */
  async sendDocuments(tx: Tx, documents: readonly { id: number; step: 'read' | 'fill' | 'build' }[]): Promise<void> {
    for (const step of ['read', 'fill', 'build'] as const)
      await this.sendAll(
        tx,
        step,
        documents.filter(one => one.step === step).map(one => ({ document: one.id })),
      )
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: this.role === 'worker', timeout: 8000, wait: true })
    await this.sql.end({ timeout: 2 })
  }
}
