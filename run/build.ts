import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { readdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { Trouble } from './trouble'

const sources = [
  'app',
  'connectors',
  'core',
  'devices',
  'engine',
  'flow',
  'log',
  'reach',
  'public',
  'server',
  'shared',
  'store',
  'nuxt.config.ts',
  'package-lock.json',
]
const stamp = '.output/.sources'

async function digest(): Promise<string> {
  const hash = createHash('sha256')
  const visit = async (path: string): Promise<void> => {
    const entries = await readdir(path, { withFileTypes: true }).catch(() => null)
    if (entries) {
      for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) await visit(join(path, entry.name))
    } else {
      hash.update(path).update(await readFile(path).catch(() => ''))
    }
  }
  for (const source of sources) await visit(source)
  // What is built names its packages by their place.
  hash.update(process.cwd())
  return hash.digest('hex')
}

/**
 * Builds the web application where its sources changed since the last build.
 * @param signal ends the build, with all its processes
 */
export async function build(say: (words: string) => void, signal?: AbortSignal): Promise<void> {
  const now = await digest()
  if ((await readFile(stamp, 'utf8').catch(() => '')) === now) return
  say('Building the web application (about a minute)')
  const { code, words } = await nuxtBuild(signal)
  if (code !== 0) throw new Trouble(`The web application could not be built: ${words.trim().split('\n').slice(-3).join(' ')}`)
  await writeFile(stamp, now)
}

function nuxtBuild(signal?: AbortSignal): Promise<{ code: number | null; words: string }> {
  return new Promise((resolve, reject) => {
    // A group of its own, so that its children end with it.
    const child = spawn(process.execPath, ['node_modules/nuxt/bin/nuxt.mjs', 'build'], {
      detached: true,
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
    })
    let words = ''
    child.stderr.on('data', (chunk: Buffer) => (words = (words + chunk.toString()).slice(-4000)))
    child.once('error', reject)
    child.once('close', code => resolve({ code, words }))
    signal?.addEventListener('abort', () => child.pid && process.kill(-child.pid, 'SIGKILL'))
  })
}
