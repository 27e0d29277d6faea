import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { bundle } from '../../cli/bundle.mjs'
import { command } from '../product/command'

let root: string
beforeEach(async () => {
  root = await mkdtemp(join(tmpdir(), 'rubricator-bundle-'))
  await mkdir(join(root, 'cli'))
  await mkdir(join(root, 'core'))
  const main = "import { word } from '../core/word'\nconsole.log(word, import.meta.url, import.meta.bundle)\n"
  await writeFile(join(root, 'cli/main.ts'), main)
  await say('one')
})
afterEach(() => rm(root, { recursive: true }))

const say = (word: string) => writeFile(join(root, 'core/word.ts'), `export const word: string = '${word}'\n`)
const make = () => bundle(root, ['cli/main.ts'])
const printed = async (bundled: string | null) => {
  const { output } = await command(process.execPath, [join(bundled ?? 'none', 'cli/main.js')])
  return output.trim().split(' ')
}

it('runs what the sources are now, which find what lies beside them', async () => {
  const first = await make()
  expect(await printed(first)).toEqual(['one', `file://${root}/cli/main.ts`, first])
  expect(await make()).toBe(first)
  await say('another')
  const second = await make()
  expect((await printed(second))[0]).toBe('another')
  // Whoever runs from the first goes on.
  expect((await printed(first))[0]).toBe('one')
})

it('is made once, whoever else makes it at the same time', async () => {
  const made = await Promise.all([make(), make(), make()])
  expect(new Set(made).size).toBe(1)
  expect((await printed(made[0] ?? null))[0]).toBe('one')
})

it('leaves it to the sources where it cannot be written, and says what is wrong with them', async () => {
  await writeFile(join(root, 'node_modules'), 'no folder')
  expect(await make()).toBeNull()
  await rm(join(root, 'node_modules'))
  await writeFile(join(root, 'core/word.ts'), 'export const = 1\n')
  await expect(make()).rejects.toThrow('Expected identifier')
})
