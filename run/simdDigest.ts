import { createHash } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'

/** SHA-256 of a folder's files, in the order of their names. */
export async function digestOf(folder: string): Promise<string> {
  const hash = createHash('sha256')
  for (const name of (await readdir(folder)).sort()) hash.update(name).update(await readFile(join(folder, name)))
  return hash.digest('hex')
}
