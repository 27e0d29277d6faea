import { spawn } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { afterAll, expect, it } from 'vitest'
import { commands } from '../../cli/commands'
import { Ledger } from '../../core/model/ledger'
import { asPdf } from '../../standins/paper/encode'
import { drawnSide } from '../../standins/paper/drawn'
import { makeStack } from '../../standins/paper/stacks'
import { command, rubricator } from '../product/command'

const folder = await mkdtemp(join(tmpdir(), 'rubricator-commands-'))
afterAll(() => rm(folder, { recursive: true }))

/** A command with bytes on its standard input. */
async function fed(bytes: Buffer, ...args: string[]) {
  const child = spawn(process.execPath, ['cli/rubricator.mjs', ...args])
  child.stdin.end(bytes)
  const code = new Promise<number | null>(resolve => child.on('close', resolve))
  const [output, errors] = await Promise.all([text(child.stdout), text(child.stderr)])
  return { code: await code, output, errors }
}

it('the help of all names each command, and each has its own with an example', async () => {
  const { code, output } = await rubricator('--help')
  expect(code).toBe(0)
  for (const { name } of commands) expect(output).toContain(`rubricator ${name}`)
  const own = await Promise.all([rubricator('run', '--help'), rubricator('help', 'trail')])
  for (const help of own) expect([help.code, help.output]).toEqual([0, expect.stringMatching(/Examples?:\n {2}rubricator /)])
  expect(own[0].output).toContain('--jobs N')
})

it('reads a rubric and scans from standard input', async () => {
  const rubric = await readFile('run/demo/landing-slips.rubric.json')
  expect(await fed(rubric, 'check', '-')).toMatchObject({ code: 0, errors: '' })
  expect(await fed(Buffer.from('{'), 'check', '-')).toMatchObject({ code: 2, errors: expect.stringContaining('-: is not JSON') as string })
  const side = await drawnSide(makeStack('landing-slips', 3), 0, 'front', { dpi: 200, colour: 'grey' })
  const ended = await fed(
    await asPdf([side], 200),
    ...['run', '--rubric', 'run/demo/landing-slips.rubric.json', '--out', join(folder, 'out'), '--json', '-'],
  )
  expect(ended.errors).toBe('')
  expect(Ledger.parse(JSON.parse(ended.output)).pages).toMatchObject([{ source: '-', sourcePage: 1, fate: 'kept' }])
  const twice = await rubricator('run', '--rubric', '-', '--out', join(folder, 'twice'), '-')
  expect([twice.code, twice.errors]).toEqual([2, expect.stringContaining('standard input can be read once')])
})

it('bash completes commands, then their words and options', async () => {
  const offered = async (...words: string[]) => {
    const script =
      `source <(${process.execPath} cli/rubricator.mjs completion bash); COMP_WORDS=(${['rubricator', ...words].join(' ')} ''); ` +
      `COMP_CWORD=$((\${#COMP_WORDS[@]} - 1)); _rubricator; printf '%s\\n' "\${COMPREPLY[@]}"`
    return (await command('bash', ['-c', script])).output.split('\n')
  }
  expect(await offered()).toEqual(expect.arrayContaining(commands.map(one => one.name)))
  expect(await offered('trail')).toEqual(expect.arrayContaining(['verify', 'export', '--head', '--help']))
  expect(await rubricator('completion', 'fish')).toMatchObject({ code: 2 })
})
