import { execFile } from 'node:child_process'
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import Zip from 'jszip'
import { expect, it, onTestFinished } from 'vitest'
import { readPages } from '../../engine/ocr'
import { drawnSide } from '../../standins/paper/drawn'
import { asPdf } from '../../standins/paper/encode'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'
import { runCommand } from '../product/runCommand'
import { textPdf } from '../product/textPdf'

async function tempFolder(): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-redact-'))
  onTestFinished(() => rm(folder, { recursive: true }))
  return folder
}

/** Everything that a reader finds in the files of a folder: their bytes, what is packed in them, their text, their pictures read. */
async function allThatIsSaid(folder: string): Promise<string> {
  const said: string[] = []
  for (const name of await readdir(folder)) {
    const path = join(folder, name)
    const bytes = await readFile(path)
    said.push(name, bytes.toString('latin1'))
    if (/\.(docx|xlsx|pptx|odt)$/.test(name)) {
      const zip = await Zip.loadAsync(bytes)
      for (const part of Object.values(zip.files)) said.push(await part.async('string'))
    }
    if (name.endsWith('.pdf')) {
      said.push((await promisify(execFile)('pdftotext', [path, '-'])).stdout)
      const plain = await promisify(execFile)('qpdf', ['--qdf', '--object-streams=disable', path, '-'], {
        encoding: 'latin1',
        maxBuffer: 1e9,
      })
      said.push(plain.stdout)
    }
    if (name.endsWith('.jpg')) said.push((await readPages([path], 200, ['eng']))[0]!.map(word => word.text).join(' '))
  }
  return said.join('\n')
}

it('what is marked on paper is in no file, no value and not in the ledger; print in colour stays', async () => {
  const folder = await tempFolder()
  const stack = documentsOf(makeStack('vessel-inspections', 1), '1')
  const sides = stack.truth.sides.map(side => drawnSide(stack, side.sheet - 1, 'front', { dpi: 200, colour: 'colour' }))
  await writeFile(join(folder, 'in.pdf'), await asPdf(await Promise.all(sides), 200))
  const near = [{ text: { near: 'Reported by', value: '([A-Z][a-z]+) of the quay' } }]
  const ledger = await runCommand(
    folder,
    {
      split: { rules: [{ rule: 'count', sheets: 2 }] },
      types: [{ id: 'inspection', label: 'Inspection', fields: [{ id: 'who', label: 'Reported by', required: true, from: near }] }],
      redact: { highlighter: ['yellow', 'green', 'pink', 'orange', 'blue'] },
      files: ['pdf', 'pdf-a', 'jpeg', 'tiff', 'txt', 'docx'].map(format => ({ format, name: '{seq}-{who}' })),
    },
    [join(folder, 'in.pdf')],
  )
  for (const page of ledger.pages) expect(page.redactions).toMatchObject([{ by: 'highlighter' }])
  expect(ledger.documents.map(document => document.missing)).toEqual([['who']])
  const said = await allThatIsSaid(join(folder, 'out'))
  for (const word of stack.truth.documents[0]!.fields.hidden!.split(' ')) expect(said).not.toContain(word.slice(1, 6))
  for (const word of ['Reported', 'INSPECTED', 'Inspected', 'telephone', 'printed']) expect(said).toContain(word)
})

it('what fits a pattern is nowhere either, also where the page never was paper', async () => {
  const folder = await tempFolder()
  await textPdf(join(folder, 'in.pdf'), [
    [
      [1, 1, 'Account 20-45-67 of the harbour'],
      [1, 2, 'Sort code 30-12-99 and 30-12-98'],
    ],
    [[1, 1, 'Nothing to hide']],
  ])
  const ledger = await runCommand(
    folder,
    {
      clean: { deskew: false },
      redact: { patterns: ['\\b\\d{2}-\\d{2}-\\d{2}\\b'] },
      read: { ocr: false },
      types: [{ id: 't', label: 'T', fields: [{ id: 'code', label: 'Code', from: [{ text: { near: 'Account', value: '[\\d-]+' } }] }] }],
      files: ['pdf', 'jpeg', 'md', 'xlsx'].map(format => ({ format, name: 'all' })),
    },
    [join(folder, 'in.pdf')],
  )
  expect(ledger.pages.map(page => page.redactions?.map(one => one.by))).toEqual([['pattern', 'pattern', 'pattern'], undefined])
  expect(ledger.documents[0]!.fields).toEqual({})
  const said = await allThatIsSaid(join(folder, 'out'))
  for (const hidden of ['20-45', '45-67', '30-12', '12-99', '12-98']) expect(said).not.toContain(hidden)
  for (const shown of ['Account', 'Sort code', 'Nothing to hide']) expect(said).toContain(shown)
})
