import { readFile } from 'node:fs/promises'

/** Megabytes of a process in memory, from Linux's own account of it; 0 where it has ended. */
export async function residentMegabytes(process: number): Promise<number> {
  const status = await readFile(`/proc/${process}/status`, 'utf8').catch(() => '')
  return Number(/^VmRSS:\s+(\d+)/m.exec(status)?.[1] ?? 0) / 1024
}
