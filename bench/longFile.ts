import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { asPdf } from '../standins/paper/encode'
import { smallPage } from '../test/faults/smallPage'
import { residentMegabytes } from './memory'

// One document of many small pages through the whole path, as PDF/A alone and in three formats: `npm run bench:long -- 250 1000`
// for two of so many pages. The memory is that of the process that reads the words and makes the files, at its most.

const counts = process.argv.slice(2).map(Number)
const dpi = 100
const rubricOf = (formats: readonly string[]) => ({
  version: 1,
  name: 'Long',
  scan: { dpi, colour: 'mono' },
  types: [{ id: 'file', label: 'File', fields: [] }],
  defaultType: 'file',
  split: { rules: [] },
  read: { ocr: true, languages: ['eng'] },
  files: formats.map(format => ({ name: 'file-{seq:3}', format })),
})
const folder = await mkdtemp(join(tmpdir(), 'rubricator-bench-'))
const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

try {
  for (const count of counts.length ? counts : [250, 1000]) {
    const page = (at: number) =>
      smallPage(
        [1, 2, 3, 4, 5, 6].map(line => `Sheet ${at} line ${line}`),
        dpi,
      )
    const pages: Buffer[] = []
    for (let at = 0; at < count; at++) pages.push(await page(at))
    const input = join(folder, `${count}.pdf`)
    await writeFile(input, await asPdf(pages, dpi))
    for (const formats of [['pdf-a'], ['pdf-a', 'txt', 'docx']]) await measure(input, count, formats)
  }
} finally {
  await rm(folder, { recursive: true, force: true })
}

async function measure(input: string, count: number, formats: readonly string[]): Promise<void> {
  const rubric = join(folder, 'rubric.json')
  await writeFile(rubric, JSON.stringify(rubricOf(formats)))
  const out = join(folder, `${count}-${formats.length}`)
  const begun = performance.now()
  const child = spawn(here('../cli/rubricator.mjs'), ['run', '--rubric', rubric, '--out', out, input], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const ended = once(child, 'exit')
  let most = 0
  while (child.exitCode === null) {
    most = Math.max(most, await residentMegabytes(child.pid!).catch(() => 0))
    await Promise.race([ended, pause(100)])
  }
  const seconds = (performance.now() - begun) / 1000
  const { size } = await stat(join(out, 'file-001.pdf'))
  const said = [`${most.toFixed(0)} MB`, `${seconds.toFixed(0)} s`, `${(size / 1e6).toFixed(1)} MB of PDF/A`]
  console.log(`${count} pages as ${formats.join(', ')}: ${said.join(', ')}`)
}
