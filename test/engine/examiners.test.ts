import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Rubric } from '../../core/rubric/rubric'
import { Examiners } from '../../engine/examiners'
import { drawnSide } from '../../standins/paper/drawn'
import { asTiff } from '../../standins/paper/encode'
import { makeStack } from '../../standins/paper/stacks'

const rubric = Rubric.parse({ version: 1, name: 'R', scan: { colour: 'mono' } })
let folder: string
let examiners: Examiners
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-examiners-'))
  const stack = makeStack('mooring-permits', 1)
  const mono = await drawnSide(stack, 0, 'front', { dpi: 100, colour: 'mono' })
  await writeFile(join(folder, 'two.tif'), await asTiff([mono, mono], 100))
  await writeFile(join(folder, 'one.jpg'), await drawnSide(stack, 0, 'front', { dpi: 300, colour: 'grey' }))
  await writeFile(join(folder, 'none.pdf'), 'nothing of the kind')
  await mkdir(join(folder, 'out'))
  examiners = new Examiners(1)
})
afterAll(async () => {
  examiners.dispose()
  await rm(folder, { recursive: true })
})

it('counts pages in the process that may die alone', async () => {
  expect(await examiners.count(join(folder, 'two.tif'))).toMatchObject({ outcome: 'counted', pages: 2 })
  expect(await examiners.count(join(folder, 'none.pdf'))).toMatchObject({
    outcome: 'unreadable',
    why: expect.stringContaining('none of PDF, TIFF') as string,
  })
})

it('replaces a process that dies under a page once, and gives the page up when it dies twice', async () => {
  const ask = () => examiners.examine({ file: join(folder, 'one.jpg'), page: 1, side: 'front', rubric, folder: join(folder, 'out') })
  const killed = new Set<number>()
  /** Ends the process that is at the page, once there is one that was not ended yet. */
  const kill = async () => {
    await expect.poll(() => examiners.processes.some(pid => !killed.has(pid)), { interval: 5, timeout: 20_000 }).toBe(true)
    await pause(30)
    for (const pid of examiners.processes.filter(one => !killed.has(one))) {
      killed.add(pid)
      process.kill(pid, 'SIGKILL')
    }
  }
  const once = ask()
  await kill()
  expect((await once).outcome).toBe('examined')
  const twice = ask()
  await kill()
  await kill()
  expect(await twice).toMatchObject({ outcome: 'unreadable', why: expect.stringContaining('twice; scan or export it again') as string })
  expect((await ask()).outcome).toBe('examined')
})

it('does not blame the page where the process itself does not start', async () => {
  const broken = new Examiners(1, resolve('engine/is-not-there.ts'))
  expect(await broken.count(join(folder, 'two.tif'))).toMatchObject({
    outcome: 'failed',
    error: expect.stringContaining('does not start') as string,
  })
  broken.dispose()
})

it.each([
  ['thumbnail', 'one.jpg', 'image/webp', 240],
  ['scanned', 'one.jpg', 'image/jpeg', 1654],
  ['scanned', 'two.tif', 'image/jpeg', 827],
  ['shown', 'two.tif', 'image/png', 827],
] as const)('makes a picture as %s of %s', async (as, file, mediaType, width) => {
  const reply = await examiners.picture(join(folder, file), { page: 1, dpi: 200, as }, join(folder, 'out'))
  if (reply.outcome !== 'pictured') throw new Error(JSON.stringify(reply))
  expect(reply.mediaType).toBe(mediaType)
  const found = await sharp(reply.file).metadata()
  expect([found.format, found.width]).toEqual([mediaType.slice('image/'.length), width])
})

it('makes no picture of what is none, and the process lives on', async () => {
  const asked = { page: 1, dpi: 200, as: 'thumbnail' } as const
  expect((await examiners.picture(join(folder, 'none.pdf'), asked, join(folder, 'out'))).outcome).toBe('unreadable')
  expect((await examiners.picture(join(folder, 'one.jpg'), asked, join(folder, 'out'))).outcome).toBe('pictured')
})
