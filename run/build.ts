import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { readdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { Trouble } from './trouble'

const sources = ['app', 'connectors', 'core', 'devices', 'engine', 'flow', 'public', 'server', 'store', 'nuxt.config.ts', 'package-lock.json']
const stamp = '.output/.sources'

async function digest(): Promise<string> {
  const hash = createHash('sha256')
  const visit = async (path: string): Promise<void> => {
    const entries = await readdir(path, { withFileTypes: true }).catch(() => null)
    if (entries) {
      for (const entry of entries.sort((a, b) => a.name < b.name ? -1 : 1)) await visit(join(path, entry.name))
    } else {
      hash.update(path).update(await readFile(path).catch(() => ''))
    }
  }
  for (const source of sources) await visit(source)
  return hash.digest('hex')
}

/** Builds the web application where its sources changed since the last build. */
export async function build(say: (words: string) => void): Promise<void> {
  const now = await digest()
  if (await readFile(stamp, 'utf8').catch(() => '') === now) return
  say('Building the web application (about a minute)')
  try {
    await promisify(execFile)(process.execPath, ['node_modules/nuxt/bin/nuxt.mjs', 'build'], {
      env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' },
      maxBuffer: 64 * 1024 * 1024,
    })
  } catch (error) {
    const words = (error as { stderr?: string }).stderr?.trim().split('\n').slice(-3).join(' ') ?? String(error)
    throw new Trouble(`The web application could not be built: ${words}`, { cause: error })
  }
  await writeFile(stamp, now)
}
