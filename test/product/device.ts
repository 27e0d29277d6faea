import { fork, type ChildProcess } from 'node:child_process'

/** A quick scan of both sides. */
export const quickScan = {
  source: 'feeder',
  twoSided: true,
  colour: 'grey',
  dpi: 75,
  paper: 'A4',
  opened: false,
  gentle: false,
  original: 'text',
} as const

/**
 * A simulated device of the test's own; what is loaded are two permit files.
 * @param speed sides a minute; without it, faster than any real one
 */
export async function startDevice(speed = 6000): Promise<{
  address: string
  load: (seed: number, more?: Record<string, string>) => Promise<void>
  free: () => Promise<void>
  lay: (seed: number, sheet: number) => Promise<void>
  clear: () => Promise<void>
  stop: () => void
}> {
  const child: ChildProcess = fork('standins/device/main.ts', ['--name', 'Test device', '--speed', String(speed)], {
    execArgv: ['--import', 'tsx'],
  })
  const port = await new Promise<number>((resolve, reject) => {
    child.once('message', message => resolve((message as { port: number }).port))
    child.once('exit', code => reject(new Error(`The device ended with ${code}.`)))
  })
  const bench = `http://127.0.0.1:${port}/`
  const post = async (what: string, form: Record<string, string>) => {
    const response = await fetch(bench + what, { method: 'POST', body: new URLSearchParams(form), redirect: 'manual' })
    if (response.status !== 303) throw new Error(`The bench answered ${response.status}.`)
  }
  return {
    address: `${bench}eSCL`,
    load: (seed, more = {}) => post('load', { stack: 'mooring-permits', seed: String(seed), documents: '1-2', ...more }),
    free: () => post('free', {}),
    lay: (seed, sheet) => post('glass', { stack: 'mooring-permits', seed: String(seed), from: String(sheet) }),
    clear: () => post('clear', {}),
    stop: () => child.kill(),
  }
}
