/** Files that were dropped before their batch was there; its page takes them. */
const waiting = new Map<number, File[]>()

export const keepDropped = (batch: number, files: File[]) => void waiting.set(batch, files)
export function takeDropped(batch: number): File[] {
  const files = waiting.get(batch) ?? []
  waiting.delete(batch)
  return files
}
