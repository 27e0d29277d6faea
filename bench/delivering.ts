import { copyFile, mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { sync } from '../connectors/synced'
import { Rubric } from '../core/rubric/rubric'
import { Child } from '../run/children'
import { startPostgres } from '../run/postgres'
import { workerProgram } from '../run/workerProgram'
import { openBlobs } from '../store/blobs/open'
import { json, openDatabase, type Sql } from '../store/database'
import { migrate } from '../store/migrate'
import { addDestination } from '../store/setup/destinations'
import { makeOffice } from './scratch'

// Small files into a network folder, each with its slip: `npm run bench:delivering -- 2000 2` for 2,000 documents and two workers.

const documents = Number(process.argv[2] ?? 2000)
const workers = Number(process.argv[3] ?? 2)
const bytes = 20_000

const data = await mkdtemp(join(tmpdir(), 'rubricator-delivering-'))
const target = join(data, 'target')
const blobFolder = join(data, 'blobs')
await mkdir(target)
const database = await startPostgres(data, 'secret')
const settings = {
  RUBRICATOR_DATABASE_URL: database.url,
  RUBRICATOR_BLOBS: blobFolder,
  RUBRICATOR_SECRET_KEY: 'for this bench only, and for no copy that runs',
}
Object.assign(process.env, settings)
const sql = openDatabase(database.url, 4)
try {
  await migrate(sql)
  await fill(sql)
  const bare = await bareRate()
  const children = await Promise.all(
    Array.from({ length: workers }, async (_, at) => {
      const child = new Child({ name: `worker-${at + 1}`, args: await workerProgram(), env: settings }, data)
      await child.start()
      return child
    }),
  )
  await pause(3000)
  const rate = await deliverAll(sql)
  await Promise.all(children.map(child => child.stop()))
  console.log(
    `${documents} files of ${bytes / 1000} KB, with their index values and slips, ${workers} workers: ${rate.toFixed(0)} a second (50)`,
  )
  console.log(`written, synced, named and read back alone, ${workers} at a time: ${bare.toFixed(0)}, ${(bare / rate).toFixed(2)} times`)
} finally {
  await sql.end()
  await database.stop()
  await database.remove()
  await rm(data, { recursive: true, force: true })
}

/** Documents that are made and wait for their delivery; each file is like no other. */
async function fill(sql: Sql): Promise<void> {
  const blobs = openBlobs(blobFolder)
  const files: { place: number; sha256: string }[] = []
  for (let place = 1; place <= documents; place++) {
    const content = Buffer.alloc(bytes, `%PDF- document ${place} `)
    files.push({ place, sha256: await blobs.put(content) })
  }
  await sql.begin(async tx => {
    await makeOffice(tx)
    await tx`update rubric_versions set body = ${json(tx, Rubric.parse({ version: 1, name: 'Letters' }))}`
    await addDestination(tx, { id: 'shelf', name: 'Shelf', connector: 'network-folder', options: { path: target }, in_order: false })
    await tx`
      insert into batches (name, rubric_id, rubric_version, state, owner)
      select 'Batch ' || n, (select id from rubrics limit 1), 1, 'sending', (select id from people limit 1)
      from generate_series(1, ${Math.ceil(documents / 50)}::int) as n`
    await tx`
      insert into documents (batch_id, position, type, state, fields, filled_at, built_at)
      select (select min(id) from batches) + n / 50, 1 + n % 50, 'permit', 'indexed', jsonb_build_object('permit',
        jsonb_build_object('value', n::text, 'confidence', 1, 'from', 'text')), now(), now()
      from generate_series(0, ${documents - 1}::int) as n`
    await tx`
      insert into files (document_id, name, media_type, bytes, sha256, format)
      select (select min(id) from documents) + place - 1, 'permit-' || place || '.pdf', 'application/pdf', ${bytes}, sha256, 'pdf'
      from jsonb_to_recordset(${json(tx, files)}) as given (place int, sha256 text)`
    await tx`insert into slips (document_id, destination_id, folder) select id, 'shelf', 'permits' from documents`
  })
}

/** From the moment at which all are due until the last slip says that it arrived. */
async function deliverAll(sql: Sql): Promise<number> {
  await sql`update slips set next_try = now()`
  const begun = Date.now()
  for (;;) {
    const [row] = await sql<{ left: number; failed: number }[]>`
      select count(*) filter (where state = 'waiting')::int as left, count(*) filter (where state = 'failed')::int as failed from slips`
    if (row!.failed) throw new Error(`${row!.failed} deliveries failed.`)
    if (row!.left === 0) return documents / ((Date.now() - begun) / 1000)
    await pause(50)
  }
}

/** The same bytes to the same disk, as carefully, and nothing else. */
async function bareRate(): Promise<number> {
  const folder = join(data, 'bare')
  await mkdir(folder)
  const from = join(data, 'page.pdf')
  await writeFile(from, Buffer.alloc(bytes, '%PDF- page '))
  const count = Math.min(documents, 500)
  const begun = Date.now()
  let next = 0
  const lane = async () => {
    while (next < count) {
      const path = join(folder, `${next++}.pdf`)
      await copyFile(from, path)
      await sync(path)
      await sync(folder)
    }
  }
  await Promise.all(Array.from({ length: workers }, lane))
  return count / ((Date.now() - begun) / 1000)
}
