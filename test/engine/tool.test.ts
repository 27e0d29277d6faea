import { spawn } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { runTool } from '../../engine/tool'
import { isRunning } from '../product/processes'

const tool = fileURLToPath(new URL('../../engine/tool.ts', import.meta.url))
it('ends a tool with the process that wanted it, also where that is killed', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-tool-'))
  const note = join(folder, 'pid')
  const script = `const { runTool } = await import('${tool}'); await runTool('sh', ['-c', 'echo $$ > ${note}; exec sleep 60'])`
  const parent = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script])
  const pid = async () => (await readFile(note, 'utf8').catch(() => '')).trim()
  await expect.poll(pid, { timeout: 20_000 }).not.toBe('')
  const tools = await pid()
  expect(await isRunning(tools)).toBe(true)
  parent.kill('SIGKILL')
  await expect.poll(() => isRunning(tools), { timeout: 5000 }).toBe(false)
  await rm(folder, { recursive: true })
})

it('says what bound a tool passed', async () => {
  await expect(runTool('sleep', ['5'], { seconds: 0.2 })).rejects.toThrow('took longer than 0.2 seconds')
  await expect(runTool('yes', [], { mostOutput: 1000 })).rejects.toThrow('gave more than 1000 bytes')
  await expect(runTool('no-such-tool', [])).rejects.toThrow('no-such-tool')
  expect((await runTool('cat', [], { input: Buffer.from('as given') })).toString()).toBe('as given')
})
