import { open } from 'node:fs/promises'

/** Has a file, or a folder with the names in it, survive a power cut from now on (fsync(2)). */
export async function sync(path: string): Promise<void> {
  const file = await open(path, 'r')
  try {
    await file.sync()
  } finally {
    await file.close()
  }
}
