import { readdir, stat } from 'node:fs/promises'
import { join } from 'node:path'

const natural = new Intl.Collator('en', { numeric: true })

/** The files meant by inputs in the order given; a folder stands for its files in natural order, subfolders too. */
export async function inputFiles(inputs: readonly string[]): Promise<string[]> {
  const files: string[] = []
  for (const input of inputs) files.push(...(await expand(input)))
  return files
}

/** Whether a path leads to a folder; false where there is nothing, or it cannot be looked at. */
export const isFolder = (path: string): Promise<boolean> =>
  stat(path).then(
    found => found.isDirectory(),
    () => false,
  )

async function expand(path: string): Promise<string[]> {
  // What cannot be looked at stays in the list: it becomes an unreadable entry in the ledger.
  if (!(await isFolder(path))) return [path]
  const entries = (await readdir(path)).filter(name => !name.startsWith('.')).sort(natural.compare)
  const inside = await Promise.all(entries.map(name => expand(join(path, name))))
  return inside.flat()
}
