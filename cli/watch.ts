import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { z } from 'zod'
import { dataFolder } from './dataFolder'
import { UsageError } from './usage'

const Batch = z.object({
  id: z.int(),
  name: z.string(),
  rubric: z.string(),
  state: z.string(),
  totals: z.record(z.string(), z.number()),
  documents: z.array(z.int()),
  waiting: z.array(z.string()),
})
type Batch = z.infer<typeof Batch>

const RunFile = z.object({ api: z.object({ base: z.string(), tokens: z.record(z.string(), z.string()) }) })

const everySeconds = 1
/** A server that starts again is waited for. */
const silentTries = 30

/** Follows a batch by what other programs may ask: says each change, and ends with it. */
export async function watch(args: string[]): Promise<number> {
  const { id, json } = parsed(args)
  const { base, token } = await server()
  let said = ''
  let silent = 0
  for (;;) {
    const batch = await ask(base, token, id).catch((error: unknown) => {
      if (error instanceof UsageError || ++silent >= silentTries) throw error
      return null
    })
    if (batch) {
      silent = 0
      const line = json ? JSON.stringify(batch) : inWords(batch)
      if (line !== said) console.log(line)
      said = line
      if (batch.state === 'done') return 0
      if (batch.state === 'held' || batch.state === 'abandoned') return 3
    }
    await pause(everySeconds * 1000)
  }
}

function inWords({ name, state, totals, documents, waiting }: Batch): string {
  const counts = `${totals.scanned ?? 0} sides, ${documents.length} documents`
  return [`${name}: ${state}; ${counts}.`, ...waiting].join('\n  ')
}

async function ask(base: string, token: string, id: number): Promise<Batch> {
  const answer = await fetch(`${base}/batches/${id}`, {
    headers: { authorization: `Bearer ${token}` },
    signal: AbortSignal.timeout(10_000),
  })
  if (answer.status === 404) throw new UsageError(`watch: there is no batch ${id} at ${base}, or this token may not see it.`)
  if (answer.status === 401) throw new UsageError(`watch: ${base} does not take this token. Make one with “rubricator token add”.`)
  if (!answer.ok) throw new Error(`${base} answered ${answer.status}.`)
  return Batch.parse(await answer.json())
}

/** Where to ask and by which token: named, or those of the demo that runs here. */
async function server(): Promise<{ base: string; token: string }> {
  const { RUBRICATOR_API: base, RUBRICATOR_TOKEN: token } = process.env
  if (base && token) return { base: base.replace(/\/+$/, ''), token }
  const path = join(dataFolder(), 'run.json')
  const run = RunFile.safeParse(JSON.parse(await readFile(path, 'utf8').catch(() => '{}')))
  // A steward sees the most: the last that the demo names.
  const known = run.success ? Object.values(run.data.api.tokens).at(-1) : undefined
  if (!run.success || !known)
    throw new UsageError(
      `watch: no demo runs in ${path}. Name a copy in RUBRICATOR_API, such as https://rubricator.example/api/v1, ` +
        'and a token in RUBRICATOR_TOKEN.',
    )
  return { base: base ?? run.data.api.base, token: token ?? known }
}

function parsed(args: string[]): { id: number; json: boolean } {
  try {
    const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { json: { type: 'boolean' } } })
    const [id, ...more] = positionals
    if (id === undefined || more.length || !/^\d{1,15}$/.test(id))
      throw new UsageError(`watch: found ${JSON.stringify(positionals.join(' '))}, expected a batch’s number.`)
    return { id: Number(id), json: values.json ?? false }
  } catch (error) {
    if (error instanceof UsageError) throw error
    throw new UsageError(`watch: ${(error as Error).message}`, { cause: error })
  }
}
