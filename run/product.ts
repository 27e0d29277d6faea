import { mkdir, rename, rm, writeFile } from 'node:fs/promises'
import type { Server } from 'node:net'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { z } from 'zod'
import { openDatabase } from '../store/database'
import { migrate } from '../store/migrate'
import { connectionsNeeded } from '../store/schema'
import { usualPools } from '../store/settings'
import { sealDestinations } from '../store/setup/destinations'
import { Queue } from '../store/queue'
import { Child } from './children'
import { externalDatabase } from './externalDatabase'
import { loadSecrets, prepareDataFolder, type Secrets } from './dataFolder'
import { seed } from './demo/seed'
import { startStandins, type Standins } from './demo/standins'
import { liveTheWeek } from './demo/week'
import { AppPort } from './ports'
import { startPostgres, type Database } from './postgres'
import { workerProgram } from './workerProgram'
import type { Settings } from './settings'
import type { RunFile } from './runFile'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const withTsx = (path: string, ...args: string[]) => ['--import', 'tsx', here(path), ...args]

/** Where one looks at them. */
const pagesOf = (standins: Standins) => ({
  'office-device': standins.officeDevice,
  'office-device-bench': standins.bench,
  'vessel-register': standins.register.address,
  mailboxes: standins.mailboxes,
  'cloud-folder': standins.cloud.page,
  'file-servers': standins.transfer.page,
  archive: standins.archive.page,
})

const weekTries = 20
const weekPauseSeconds = 15

const Ready = z.object({ ready: z.literal(true) })

/** Everything that bin/start runs: database, stand-ins, workers, web server. */
export class Product {
  private readonly children: Child[] = []
  database: Database | null = null
  private port: AppPort | null = null
  private watch: NodeJS.Timeout | undefined
  private stopped = false
  private announced = false
  private readonly ending = new AbortController()

  constructor(
    private readonly settings: Settings,
    private readonly say: (words: string) => void,
  ) {}

  async start(): Promise<RunFile> {
    const { data, host, workers, empty } = this.settings
    // Of this and of all that it starts: what is kept is its owner's alone.
    process.umask(0o077)
    await prepareDataFolder(data)
    const secrets = await loadSecrets(data)
    const port = (this.port = await AppPort.choose(this.settings.port, host))
    const folder = join(data, 'network-folder')
    await mkdir(folder, { recursive: true })

    const connections = this.settings.connections ?? connectionsNeeded(workers, usualPools.worker, usualPools.web)
    if (this.settings.databaseUrl) this.database = await externalDatabase(this.settings.databaseUrl, connections)
    else {
      this.say('Starting the database')
      this.database = await startPostgres(data, secrets.databasePassword, {
        role: { name: 'rubricator_app', password: secrets.rolePassword },
        connections,
      })
    }
    const store = {
      RUBRICATOR_DATABASE_URL: this.database.url,
      RUBRICATOR_BLOBS: this.settings.blobs ?? join(data, 'blobs'),
      // One that is given is that of the other hosts.
      RUBRICATOR_SECRET_KEY: process.env.RUBRICATOR_SECRET_KEY ?? secrets.sealKey,
    }
    process.env.RUBRICATOR_SECRET_KEY = store.RUBRICATOR_SECRET_KEY

    const app = `http://${host}:${port.number}`
    const standins = (this.settings.standins ?? !empty) ? await this.standins(secrets, app) : null

    this.say(empty ? 'Preparing an empty copy' : 'Preparing the demo')
    const sql = openDatabase(this.database.url, 2)
    await migrate(sql, Infinity, this.say)
    await sealDestinations(sql)
    const queue = new Queue(this.database.url, 'sender')
    await queue.start()
    await queue.stop()
    if (!empty && standins)
      await seed(sql, {
        signIns: secrets.signIns,
        pinKey: secrets.pinKey,
        readerKey: secrets.readerKey,
        networkFolder: folder,
        ...standins,
      })
    await sql.end()

    this.say(`Starting ${workers} workers and the web server`)
    const worker = await workerProgram()
    await Promise.all(Array.from({ length: workers }, (_, at) => this.run(`worker-${at + 1}`, worker, store)))
    await this.run(
      'web',
      [here('../.output/server/index.mjs')],
      {
        ...store,
        RUBRICATOR_DATA: data,
        RUBRICATOR_SOCKET: 'parent',
        NUXT_SESSION_PASSWORD: secrets.sessionPassword,
        ...(this.settings.url
          ? { RUBRICATOR_URL: this.settings.url, NUXT_SESSION_COOKIE_SECURE: String(this.settings.url.startsWith('https:')) }
          : {}),
        RUBRICATOR_PIN_KEY: secrets.pinKey,
      },
      () => port.hand(),
    )
    this.keepDatabase()

    const found: RunFile = {
      app,
      standins: standins ? pagesOf(standins) : {},
      folders: { 'network-folder': folder },
      signIns: empty ? [] : secrets.signIns.map(({ token: _, ...person }) => person),
      api: { base: `${app}/api/v1`, tokens: empty ? {} : Object.fromEntries(secrets.signIns.map(person => [person.name, person.token])) },
      database: this.database.url,
    }
    await writeFile(join(data, 'run.json.part'), `${JSON.stringify(found, null, 2)}\n`, { mode: 0o600 })
    await rename(join(data, 'run.json.part'), join(data, 'run.json'))
    this.announced = true
    if (this.settings.week) void this.liveTheWeek(found)
    return found
  }

  private standins(secrets: Secrets, app: string): Promise<Standins> {
    this.say('Starting the simulated device and destinations')
    return startStandins((name, script, args, env) => this.run(name, withTsx(script, ...args), env), this.settings, secrets, app)
  }

  /** What goes wrong is tried again: it is the demo's, and nobody's work waits for it. */
  private async liveTheWeek(found: RunFile): Promise<void> {
    const sql = openDatabase(found.database, 1)
    for (let tries = 0; tries < weekTries; tries++) {
      try {
        await liveTheWeek(sql, found, this.ending.signal)
        break
      } catch (error) {
        if (this.ending.signal.aborted) break
        console.error(`The demo's week: ${error instanceof Error ? error.message : String(error)}`)
        await pause(weekPauseSeconds * 1000, undefined, { signal: this.ending.signal }).catch(() => undefined)
      }
    }
    await sql.end({ timeout: 1 })
  }

  private async run(name: string, args: string[], env: Record<string, string>, socket?: () => Promise<Server>): Promise<unknown> {
    const child = new Child({ name, args, env, ...(socket ? { socket } : {}) }, this.settings.data)
    this.children.push(child)
    const said = await child.start()
    Ready.parse(said)
    return said
  }

  /** A database that died is started again; the others wait for it. */
  private keepDatabase(): void {
    this.watch = setInterval(() => {
      const database = this.database
      if (!database || this.stopped) return
      void database
        .alive()
        .then(alive => (alive || this.stopped ? undefined : database.restart()))
        .catch(() => undefined)
    }, 3000)
  }

  /** Processes that run now, by name; for tests that kill them. */
  async processes(): Promise<{ name: string; pid: number }[]> {
    const children = this.children.flatMap(({ name, pid }) => (pid ? [{ name, pid }] : []))
    const database = await this.database?.pid()
    return database ? [...children, { name: 'database', pid: database }] : children
  }

  /** Ends everything in order: web and workers, stand-ins, then the database. */
  async stop(): Promise<void> {
    this.stopped = true
    this.ending.abort()
    clearInterval(this.watch)
    this.port?.release()
    if (this.announced) await rm(join(this.settings.data, 'run.json'), { force: true })
    await Promise.all(this.children.map(child => child.stop()))
    await this.database?.stop().catch(() => undefined)
  }

  /** Removes everything that a stopped copy kept; for tests. */
  async remove(): Promise<void> {
    await this.database?.remove()
    await rm(this.settings.data, { recursive: true, force: true })
  }
}
