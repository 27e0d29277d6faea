import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const watchdog = fileURLToPath(new URL('../../worker/watchdog.ts', import.meta.url))

/** How a process ends that is watched over and does this. */
function ends(does: string): Promise<{ code: number | null; signal: string | null; words: string }> {
  return new Promise(resolve => {
    const script = `const { watchOver } = await import('${watchdog}'); watchOver(1); ${does}`
    const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script])
    let words = ''
    child.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()))
    child.once('close', (code, signal) => resolve({ code, signal, words }))
  })
}

it('ends a process that stands still, and no other', async () => {
  const [stuck, fine] = await Promise.all([
    ends('setTimeout(() => { for (;;); }, 300)'),
    ends('await new Promise(resolve => setTimeout(resolve, 3500))'),
  ])
  expect(stuck).toMatchObject({ code: null, signal: 'SIGKILL' })
  expect(stuck.words).toContain('No answer for 1 seconds')
  expect(fine).toMatchObject({ code: 0, signal: null })
})
