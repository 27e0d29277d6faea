import { execFile } from 'node:child_process'
import { mkdir, open, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { z } from 'zod'
import { digestOf, FolderBlobs } from '../store/blobs/folder'
import { namedBlobs } from '../store/blobs/named'
import { openBlobs } from '../store/blobs/open'
import { tidyBlobs, tidyLock } from '../store/blobs/tidy'
import { openDatabase } from '../store/database'
import { schemaVersion } from '../store/schema'
import { countSlips, slipsWithoutFile } from '../store/slips/withoutFile'
import { blobsSetting, databaseUrl } from './database'
import { Progress } from './progress'
import { UsageError } from './usage'

const Manifest = z.strictObject({
  version: z.literal(1),
  /** Of the database. */
  schema: z.int(),
  at: z.string(),
  database: z.strictObject({ file: z.string().regex(/^database-[\w-]+\.dump$/), sha256: z.string() }),
  blobs: z.int(),
})

/** What PostgreSQL's own tools read of an address; a password in their arguments would be seen by everybody on the machine. */
function connection(url: string): NodeJS.ProcessEnv {
  const { hostname, port, username, password, pathname } = new URL(url)
  return {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: pathname.slice(1),
  }
}

async function tool(name: string, args: string[], url: string): Promise<void> {
  try {
    await promisify(execFile)(name, args, { env: connection(url), maxBuffer: 64 * 1024 * 1024 })
  } catch (error) {
    const { code, stderr } = error as { code?: unknown; stderr?: string }
    if (code === 'ENOENT') throw new UsageError(`${name} is missing. Install Debian’s package postgresql-client.`, { cause: error })
    throw new Error(`${name} failed: ${stderr?.trim().split('\n').slice(0, 3).join(' ') ?? String(error)}`, { cause: error })
  }
}

/**
 * Copies the database and all blobs that it names into a folder, as they were at one moment, while work goes on. Blobs that lie
 * there from an earlier time are not copied again.
 */
export async function backup([to, ...more]: string[]): Promise<number> {
  if (!to || more.length) throw new UsageError('backup takes the folder that is to hold it: rubricator backup FOLDER')
  await mkdir(to, { recursive: true, mode: 0o700 })
  const url = await databaseUrl()
  const sql = openDatabase(url, 2)
  const [from, kept] = [openBlobs(blobsSetting()), new FolderBlobs(join(to, 'blobs'))]
  const progress = new Progress()
  try {
    const file = `database-${new Date().toISOString().replace(/[^\dTZ]/g, '')}.dump`
    let copied = 0
    const names = await sql.begin('isolation level repeatable read read only', async tx => {
      // Nothing is tidied away meanwhile.
      await tx`select pg_advisory_xact_lock_shared(${tidyLock})`
      const [row] = await tx<{ snapshot: string }[]>`select pg_export_snapshot() as snapshot`
      const dump = ['--format=custom', '--no-owner', `--snapshot=${row!.snapshot}`, `--file=${join(to, file)}`]
      await tool('pg_dump', dump, url)
      const all = await namedBlobs(tx)
      for (const [at, name] of all.entries()) {
        progress.step('Copying', at + 1, all.length)
        if (await kept.has(name)) continue
        await kept.putFile(await from.local(name))
        copied++
      }
      return all
    })
    const manifest = {
      version: 1,
      schema: schemaVersion,
      at: new Date().toISOString(),
      database: { file, sha256: await digestOf(join(to, file)) },
      blobs: names.length,
    }
    const part = join(to, 'backup.json.part')
    await writeFile(part, `${JSON.stringify(Manifest.parse(manifest), null, 2)}\n`, { mode: 0o600 })
    for (const path of [join(to, file), part]) await sync(path)
    await rename(part, join(to, 'backup.json'))
    await sync(to)
    for (const old of await readdir(to)) if (/^database-.*\.dump$/.test(old) && old !== file) await rm(join(to, old))
    progress.clear()
    console.log(`The database and ${names.length} blobs are in ${to}; ${copied} of them are new.`)
    return 0
  } finally {
    progress.clear()
    await from.dispose()
    await sql.end({ timeout: 2 })
  }
}

/** What is said to be backed up survives a power cut. */
async function sync(path: string): Promise<void> {
  const file = await open(path, 'r')
  try {
    await file.sync()
  } finally {
    await file.close()
  }
}

/** Puts a backup into an empty database and an empty blob store; every digest is compared. */
export async function restore([from, ...more]: string[]): Promise<number> {
  if (!from || more.length) throw new UsageError('restore takes the folder of a backup: rubricator restore FOLDER')
  const text = await readFile(join(from, 'backup.json'), 'utf8').catch(() => null)
  const manifest = Manifest.safeParse(text === null ? null : JSON.parse(text))
  if (!manifest.success) throw new UsageError(`${from} holds no backup that was finished: its backup.json is missing or not whole.`)
  const { schema, database, blobs: expected } = manifest.data
  if (schema > schemaVersion)
    throw new UsageError(
      `This backup is of version ${schema} of the database, this program knows ${schemaVersion}. Use the newer Rubricator.`,
    )
  if ((await digestOf(join(from, database.file))) !== database.sha256)
    throw new Error(`${database.file} is not what was backed up: its digest is another one. Use another backup.`)
  const url = await databaseUrl()
  const sql = openDatabase(url, 2)
  const [kept, to] = [new FolderBlobs(join(from, 'blobs')), openBlobs(blobsSetting())]
  const progress = new Progress()
  try {
    const [tables] = await sql<{ count: number }[]>`select count(*)::int as count from pg_tables where schemaname in ('public', 'pgboss')`
    if (tables!.count) throw new UsageError('The database is not empty. A backup is restored into an empty one, so that nothing is lost.')
    await tool(
      'pg_restore',
      ['--no-owner', '--exit-on-error', '--single-transaction', '--dbname', connection(url).PGDATABASE!, join(from, database.file)],
      url,
    )
    const names = await namedBlobs(sql)
    for (const [at, name] of names.entries()) {
      progress.step('Restoring', at + 1, names.length)
      if (!(await to.has(name))) await to.putFile(await kept.local(name))
    }
    progress.clear()
    console.log(`The database and ${names.length} blobs are restored; every digest agrees.`)
    return names.length === expected ? 0 : 3
  } finally {
    progress.clear()
    await to.dispose()
    await sql.end({ timeout: 2 })
  }
}

/** Compares each blob that a row names with its digest, and each slip with its files. Ends with 3 where one is missing or changed. */
export async function verify(args: string[]): Promise<number> {
  if (args.some(arg => arg !== '--json')) throw new UsageError('verify takes nothing but --json.')
  const sql = openDatabase(await databaseUrl(), 2)
  const blobs = openBlobs(blobsSetting())
  const progress = new Progress()
  const faults: ({ blob: string; fault: string } | { slip: number; fault: string })[] = []
  try {
    const names = await namedBlobs(sql)
    for (const [at, name] of names.entries()) {
      progress.step('Comparing', at + 1, names.length)
      await blobs.local(name).catch((error: unknown) => faults.push({ blob: name, fault: (error as Error).message }))
    }
    progress.clear()
    const lost = faults.length
    const slips = await countSlips(sql)
    for (const { id, document, edition } of await slipsWithoutFile(sql))
      faults.push({ slip: id, fault: `Slip ${id} stands for edition ${edition} of document ${document}, of which no file is known.` })
    if (args.includes('--json')) console.log(JSON.stringify({ blobs: names.length, slips, faults }))
    else {
      for (const { fault } of faults) console.log(fault)
      console.log(`${names.length - lost} of ${names.length} blobs are there and are what was kept.`)
      console.log(`${slips - faults.length + lost} of ${slips} slips have their files.`)
    }
    return faults.length ? 3 : 0
  } finally {
    progress.clear()
    await blobs.dispose()
    await sql.end({ timeout: 2 })
  }
}

/** Removes blobs that no row names and that are older than a day. */
export async function tidy(args: string[]): Promise<number> {
  if (args.length) throw new UsageError('tidy takes no arguments.')
  const sql = openDatabase(await databaseUrl(), 2)
  const blobs = openBlobs(blobsSetting())
  try {
    const { seen, removed } = await tidyBlobs(sql, blobs, new Date())
    console.log(`${removed} of ${seen} blobs were named by nothing, and are gone.`)
    return 0
  } finally {
    await blobs.dispose()
    await sql.end({ timeout: 2 })
  }
}
