import { parseArgs } from 'node:util'
import { headText, readHead } from '../core/ledger/chain'
import { chainTrail, verifyTrail } from '../store/trailChain'
import { trailLines } from '../store/trailLines'
import { openDatabase, type Sql } from '../store/database'
import { databaseUrl } from './database'
import { UsageError } from './usage'

/** Looks the trail over, or writes it out. Ends with 3 where it does not agree. */
export async function trail(args: string[]): Promise<number> {
  const [what, ...rest] = args
  const { head, json } = parse(rest)
  const sql = openDatabase(await databaseUrl(), 2)
  try {
    if (what === 'verify') return await verify(sql, head, json ?? false)
    if (what === 'export') return await write(sql)
    throw new UsageError(`trail: found ${JSON.stringify(what ?? '')}, expected verify or export.`)
  } finally {
    await sql.end({ timeout: 2 })
  }
}

function parse(args: string[]) {
  try {
    return parseArgs({ args, options: { head: { type: 'string' }, json: { type: 'boolean' } } }).values
  } catch (error) {
    throw new UsageError((error as Error).message, { cause: error })
  }
}

async function verify(sql: Sql, told: string | undefined, json: boolean): Promise<number> {
  const known = told === undefined ? null : readHead(told)
  if (told !== undefined && !known) throw new UsageError(`--head: found "${told}", expected a place and its digest, such as 1204:9f86….`)
  while ((await chainTrail(sql)) > 0);
  const progress =
    process.stderr.isTTY && !json ? (lines: number) => process.stderr.write(`\r${lines.toLocaleString('en-GB')} lines`) : undefined
  const found = await verifyTrail(sql, { known, ...(progress ? { progress } : {}) })
  if (progress) process.stderr.write('\r\u001b[K')
  if (json) console.log(JSON.stringify(found))
  else if (found.fault) console.log(found.fault)
  else console.log(`${found.lines} lines agree${found.head ? `; the chain ends at ${headText(found.head)}` : ''}.`)
  return found.fault ? 3 : 0
}

/** One line of JSON for each line, the newest first. */
async function write(sql: Sql): Promise<number> {
  for (let before: number | null = null; ;) {
    const lines = await trailLines(sql, { before, most: 1000 })
    for (const line of lines) console.log(JSON.stringify(line))
    if (!lines.length) return 0
    before = lines.at(-1)!.id
  }
}
