import { statfs } from 'node:fs/promises'

/** Bytes that are free where pictures and files are kept; null for an object store, which does not say. */
export async function freeBytes(): Promise<number | null> {
  const folder = process.env.RUBRICATOR_BLOBS
  if (!folder || folder.includes('://')) return null
  const found = await statfs(folder)
  return found.bavail * found.bsize
}
