import { mkdir } from 'node:fs/promises'
import { availableParallelism } from 'node:os'
import { resolve } from 'node:path'
import { openDatabase } from '../store/database'
import { checkVersion, workersNeed } from '../store/schema'
import { readStoreSettings } from '../store/settings'
import { Child } from './children'
import { externalDatabase } from './externalDatabase'
import { workersSetting } from './settings'
import { Trouble } from './trouble'
import { workerProgram } from './workerProgram'

// Workers of a copy whose web server and database run elsewhere: bin/worker.

const children: Child[] = []
// By a signal, which comes at any time.
let ending = false as boolean
async function end(): Promise<void> {
  if (ending) return
  ending = true
  console.log('\n  Ending')
  await Promise.all(children.map(child => child.stop()))
  process.exit(0)
}
process.on('SIGINT', () => void end())
process.on('SIGTERM', () => void end())

try {
  process.umask(0o077)
  const { databaseUrl, workerConnections } = readStoreSettings(process.env)
  if ((process.env.RUBRICATOR_SECRET_KEY ?? '').length < 32)
    throw new Trouble(
      'RUBRICATOR_SECRET_KEY is missing or shorter than 32 characters. Give it the sealKey in secrets.json of the copy’s data folder.',
    )
  const count = workersSetting(process.env) ?? availableParallelism()
  await externalDatabase(databaseUrl, workersNeed(count, workerConnections))
  const sql = openDatabase(databaseUrl, 1)
  try {
    await checkVersion(sql)
  } finally {
    await sql.end()
  }
  const data = resolve(process.env.RUBRICATOR_DATA ?? '.data')
  await mkdir(data, { recursive: true })
  const args = await workerProgram()
  for (let at = 1; at <= count; at++) {
    const child = new Child({ name: `worker-${at}`, args, env: {} }, data)
    children.push(child)
    await child.start()
  }
  console.log(
    `  ${count === 1 ? 'A worker works' : `${count} workers work`} for ${new URL(databaseUrl).host}; ` +
      `what they say is in ${data}. Ctrl-C ends them.`,
  )
} catch (error) {
  if (!ending) {
    await Promise.all(children.map(child => child.stop()))
    console.error(`\n${error instanceof Error ? error.message : String(error)}`)
    process.exit(1)
  }
}
