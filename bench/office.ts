import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { Ledger } from '../core/model/ledger'
import type { Rubric } from '../core/rubric/rubric'
import { documentsOf } from '../standins/paper/part'
import { makeStack } from '../standins/paper/stacks'
import { drawSides } from './paper'
import { recall } from './recall'

// What a program that we did not write finds in our office files: each is opened by LibreOffice (Debian: libreoffice-writer-nogui,
// -calc-nogui, -impress-nogui), printed as PDF, and its words compared with those of our own PDF/A, a
// sheet's with the values and tables. `npm run bench:office`.

const run = promisify(execFile)
const here = (path: string) => fileURLToPath(new URL(`../${path}`, import.meta.url))
const formats = ['docx', 'odt', 'xlsx', 'pptx'] as const
const folder = await mkdtemp(join(tmpdir(), 'rubricator-office-'))

const wordsOf = async (pdf: string) => (await run('pdftotext', [pdf, '-'], { maxBuffer: 1 << 26 })).stdout.split(/\s+/).filter(Boolean)
const pagesOf = async (pdf: string) => Number(/^Pages:\s+(\d+)/m.exec((await run('pdfinfo', [pdf])).stdout)![1])

/** What a sheet is to hold: the words of a document's values and of the cells of its tables. */
async function cellsOf(out: string, name: string): Promise<string[]> {
  const { documents } = Ledger.parse(JSON.parse(await readFile(join(out, 'ledger.json'), 'utf8')))
  const { fields } = documents.find(document => document.files.some(file => file.name === `${name}.xlsx`))!
  const texts = Object.values(fields).flatMap(({ value }) =>
    [value].flat().flatMap(one => (typeof one === 'object' && one ? Object.values(one) : (one ?? []))),
  )
  return texts.flatMap(text => text.split(/\s+/)).filter(Boolean)
}

/** A stack through the command line into every office format; gives the folder with the files. */
async function filesOf(stack: string, documents: string): Promise<string> {
  const [sides, out, rubric] = [join(folder, stack), join(folder, `${stack}-out`), join(folder, `${stack}.json`)]
  await drawSides(sides, documentsOf(makeStack(stack, 1), documents), 'grey')
  const body = JSON.parse(await readFile(here(`run/demo/${stack}.rubric.json`), 'utf8')) as Rubric
  const files = ['pdf-a', ...formats].map(format => ({ format, name: '{seq:3}' }))
  await writeFile(rubric, JSON.stringify({ ...body, scan: { ...body.scan, sides: 'one' }, files, send: [] }))
  await run(process.execPath, [here('cli/rubricator.mjs'), 'run', '--rubric', rubric, '--out', out, sides]).catch((error: unknown) => {
    // Pages that wait for a person end it with 3; files are made of the others.
    if ((error as { code?: number }).code !== 3) throw error
  })
  return out
}

try {
  for (const [stack, documents] of [
    ['dues-statements', '1-4'],
    ['office-letters', '1-4'],
  ] as const) {
    const out = await filesOf(stack, documents)
    const names = (await readdir(out)).filter(name => name.endsWith('.pdf')).map(name => name.slice(0, -4))
    for (const format of formats) {
      const opened = join(out, format)
      await mkdir(opened)
      const profile = `-env:UserInstallation=file://${join(folder, 'profile')}`
      const files = names.map(name => join(out, `${name}.${format}`))
      await run('soffice', [profile, '--headless', '--convert-to', 'pdf', '--outdir', opened, ...files], { maxBuffer: 1 << 26 })
      let [words, pages] = [0, 0]
      for (const name of names) {
        const own = format === 'xlsx' ? await cellsOf(out, name) : await wordsOf(join(out, `${name}.pdf`))
        words += (own.length ? recall(await wordsOf(join(opened, `${name}.pdf`)), own) : 1) / names.length
        pages += await pagesOf(join(opened, `${name}.pdf`))
      }
      console.log(`${stack.padEnd(16)} ${format}  ${names.length} documents opened, ${pages} pages, words ${(words * 100).toFixed(1)} %`)
    }
  }
} finally {
  await rm(folder, { recursive: true, force: true })
}
