import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { vi } from 'vitest'
import { main } from '../../cli/main'
import { Ledger } from '../../core/model/ledger'

/** What the command line makes of files under a rubric, in a folder: `out` below it, and the ledger. */
export async function runCommand(folder: string, rubric: object, inputs: readonly string[]): Promise<Ledger> {
  await writeFile(join(folder, 'rubric.json'), JSON.stringify({ version: 1, name: 'Test', ...rubric }))
  const spies = [vi.spyOn(console, 'log').mockReturnValue(), vi.spyOn(console, 'error').mockReturnValue()]
  await main(['run', '--rubric', join(folder, 'rubric.json'), '--out', join(folder, 'out'), ...inputs])
  spies.forEach(spy => spy.mockRestore())
  return Ledger.parse(JSON.parse(await readFile(join(folder, 'out/ledger.json'), 'utf8')))
}
