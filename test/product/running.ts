import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'

const RunFile = z.object({
  app: z.string(),
  database: z.string(),
  api: z.object({ base: z.string(), tokens: z.record(z.string(), z.string()) }),
  standins: z.record(z.string(), z.string()),
  folders: z.record(z.string(), z.string()),
  signIns: z.array(z.object({ name: z.string(), password: z.string(), pin: z.string(), badge: z.string(), roles: z.array(z.string()) })),
})

export const dataFolder = () => process.env.RUBRICATOR_DATA ?? '.data'

/** The running copy that the tests use, found by its run.json. */
export function running() {
  const found = RunFile.parse(JSON.parse(readFileSync(join(dataFolder(), 'run.json'), 'utf8')))
  const person = (name: string) => found.signIns.find(one => one.name === name)!
  return { ...found, bench: found.standins['office-device-bench']!, folder: found.folders['network-folder']!, person }
}

/** Takes whatever an earlier test left in the office device's feeder out of it. */
export async function emptyFeeder(): Promise<void> {
  for (const what of ['free', 'clear']) await fetch(running().bench + what, { method: 'POST', redirect: 'manual' })
}

/** Puts a demo stack, or some documents of it, into the office device's feeder, through its bench. */
export async function putPaper(seed: number, stack = 'mooring-permits', more: Record<string, string> = {}): Promise<void> {
  const response = await fetch(`${running().bench}load`, {
    method: 'POST',
    body: new URLSearchParams({ stack, seed: String(seed), ...more }),
    redirect: 'manual',
  })
  if (response.status !== 303) throw new Error(`The bench answered ${response.status}.`)
}
