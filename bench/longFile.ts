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

// One document of many small pages through the whole path: `npm run bench:long -- 250 1000` for two of so many pages. The memory
// is that of the process that reads the words and makes the files, at its most.

const counts = process.argv.slice(2).map(Number)
const dpi = 100
const rubric = {
  version: 1,
  name: 'Long',
  scan: { dpi, colour: 'mono' },
  types: [{ id: 'file', label: 'File', fields: [] }],
  defaultType: 'file',
  split: { rules: [] },
  read: { ocr: true, languages: ['eng'] },
  files: [
    { name: 'file-{seq:3}', format: 'pdf-a' },
    { name: 'file-{seq:3}', format: 'txt' },
    { name: 'file-{seq:3}', format: 'docx' },
  ],
}
const folder = await mkdtemp(join(tmpdir(), 'rubricator-bench-'))
const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

try {
  await writeFile(join(folder, 'rubric.json'), JSON.stringify(rubric))
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
    const out = join(folder, `${count}-out`)
    const begun = performance.now()
    const child = spawn(
      process.execPath,
      [here('../cli/rubricator.mjs'), 'run', '--rubric', join(folder, 'rubric.json'), '--out', out, input],
      { stdio: ['ignore', 'ignore', 'inherit'] },
    )
    const ended = once(child, 'exit')
    let most = 0
    while (child.exitCode === null) {
      most = Math.max(most, await residentMegabytes(child.pid!).catch(() => 0))
      await Promise.race([ended, pause(100)])
    }
    const seconds = (performance.now() - begun) / 1000
    const { size } = await stat(join(out, 'file-001.pdf'))
    console.log(`${count} pages: ${most.toFixed(0)} MB, ${seconds.toFixed(0)} s, ${(size / 1e6).toFixed(1)} MB of PDF/A`)
  }
} finally {
  await rm(folder, { recursive: true, force: true })
}
