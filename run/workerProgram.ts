import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { bundle } from '../cli/bundle.mjs'

/** What Node is given to run a worker: its bundle, or its sources where no bundle can be written. */
export async function workerProgram(): Promise<string[]> {
  const bundled = await bundle()
  return bundled
    ? ['--enable-source-maps', join(bundled, 'worker/main.js')]
    : ['--import', 'tsx', fileURLToPath(new URL('../worker/main.ts', import.meta.url))]
}
