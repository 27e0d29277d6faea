import { execFile, fork, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'

async function spread<T>(items: readonly T[], lanes: number, work: (item: T, lane: number) => Promise<unknown>): Promise<void> {
  let next = 0
  await Promise.all(
    Array.from({ length: lanes }, async (_, lane) => {
      while (next < items.length) await work(items[next++]!, lane)
    }),
  )
}

/** Seconds that decoding and one barcode pass take over these files, in as many processes as given. */
export async function bareExamine(files: readonly string[], processes: number): Promise<number> {
  const entry = fileURLToPath(new URL('./bareProcess.ts', import.meta.url))
  const children: ChildProcess[] = Array.from({ length: processes }, () => fork(entry, { execArgv: ['--import', 'tsx'] }))
  const one = async (file: string, lane: number) => {
    const answered = once(children[lane]!, 'message')
    children[lane]!.send(file)
    await answered
  }
  await Promise.all(children.map((_, lane) => one(files[0]!, lane)))
  const begun = performance.now()
  await spread(files, processes, one)
  const seconds = (performance.now() - begun) / 1000
  for (const child of children) child.kill()
  return seconds
}

/** Seconds that tesseract takes over these images as a plain process, one on every core. */
export async function bareOcr(images: readonly string[], processes: number): Promise<number> {
  const begun = performance.now()
  await spread(images, processes, image =>
    promisify(execFile)('tesseract', [image, 'stdout', '-l', 'eng', '--dpi', '200', '--psm', '3', 'tsv'], {
      env: { ...process.env, OMP_THREAD_LIMIT: '1' },
      maxBuffer: 1 << 26,
    }),
  )
  return (performance.now() - begun) / 1000
}
