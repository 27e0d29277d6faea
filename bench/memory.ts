import { readdir, readFile } from 'node:fs/promises'

/** Megabytes of a process in memory, from Linux's own account of it; 0 where it has ended. */
export async function residentMegabytes(process: number): Promise<number> {
  const status = await readFile(`/proc/${process}/status`, 'utf8').catch(() => '')
  return Number(/^VmRSS:\s+(\d+)/m.exec(status)?.[1] ?? 0) / 1024
}

/** The processes that one started. */
export async function childrenOf(parent: number): Promise<number[]> {
  const all = (await readdir('/proc')).filter(name => /^\d+$/.test(name)).map(Number)
  const parents = await Promise.all(
    all.map(async one => Number(/^PPid:\s+(\d+)/m.exec(await readFile(`/proc/${one}/status`, 'utf8').catch(() => ''))?.[1])),
  )
  return all.filter((_, at) => parents[at] === parent)
}
