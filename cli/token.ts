import { parseArgs } from 'node:util'
import { z } from 'zod'
import { Scope } from '../shared/views/people'
import { openDatabase, type Sql } from '../store/database'
import { personByName } from '../store/people/people'
import { addToken, endToken, listTokens } from '../store/people/tokens'
import { databaseUrl } from './database'
import { UsageError } from './usage'

const Scopes = z.array(Scope).min(1)

/** Makes, lists or ends the tokens that other programs show. The running copy is found by its database's address or its data folder. */
export async function token(args: string[]): Promise<number> {
  const [what, ...rest] = args
  const { values, positionals } = parse(rest)
  const sql = openDatabase(await databaseUrl(), 1)
  try {
    if (what === 'add') return await add(sql, values)
    if (what === 'list') return await list(sql)
    if (what === 'end') return await end(sql, positionals[0])
    throw new UsageError(`token: found ${JSON.stringify(what ?? '')}, expected add, list or end.`)
  } finally {
    await sql.end({ timeout: 2 })
  }
}

async function add(sql: Sql, { for: name, name: what, scopes: given }: { for?: string; name?: string; scopes?: string }): Promise<number> {
  if (!name) throw new UsageError('token add needs --for PERSON: the one for whom the program acts.')
  const asked = Scopes.safeParse((given ?? '').split(',').map(scope => scope.trim()))
  if (!asked.success) throw new UsageError(`--scopes: found "${given ?? ''}", expected some of ${Scope.options.join(',')}.`)
  const person = await personByName(sql, name)
  if (!person) throw new UsageError(`--for: nobody here is called "${name}".`)
  console.log(await addToken(sql, { person, name: what ?? 'Command line', scopes: asked.data }))
  return 0
}

async function list(sql: Sql): Promise<number> {
  for (const one of await listTokens(sql))
    console.log([one.id, one.person, one.scopes.join(','), one.endedAt ? 'ended' : 'in use', one.name].join('\t'))
  return 0
}

async function end(sql: Sql, id: string | undefined): Promise<number> {
  if (!z.uuid().safeParse(id).success)
    throw new UsageError(`token end: found ${JSON.stringify(id ?? '')}, expected what "token list" shows first.`)
  if (!(await endToken(sql, id!))) throw new UsageError(`token end: no token ${id} is in use.`)
  return 0
}

function parse(args: string[]) {
  try {
    return parseArgs({
      args,
      allowPositionals: true,
      options: { for: { type: 'string' }, name: { type: 'string' }, scopes: { type: 'string' } },
    })
  } catch (error) {
    throw new UsageError(`token: ${(error as Error).message}`, { cause: error })
  }
}
