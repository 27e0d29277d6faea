import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { main } from '../../cli/main'
import { Ledger } from '../../core/model/ledger'
import { textPdf, type Line } from '../product/textPdf'

let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-values-'))
})
afterAll(() => rm(folder, { recursive: true }))

/** What the command makes of a page a document, under this rubric. */
async function ledgerOf(rubric: object, pages: readonly (readonly Line[])[]): Promise<Ledger> {
  await textPdf(join(folder, 'in.pdf'), pages)
  const whole = { version: 1, name: 'Test', split: { rules: [{ rule: 'count', pages: 1 }] }, files: [], ...rubric }
  await writeFile(join(folder, 'rubric.json'), JSON.stringify(whole))
  const spies = [vi.spyOn(console, 'log').mockReturnValue(), vi.spyOn(console, 'error').mockReturnValue()]
  await main(['run', '--rubric', join(folder, 'rubric.json'), '--out', join(folder, 'out'), join(folder, 'in.pdf')])
  spies.forEach(spy => spy.mockRestore())
  return Ledger.parse(JSON.parse(await readFile(join(folder, 'out/ledger.json'), 'utf8')))
}

it('tells a document’s type by its words where no split rule said it, in the order of the types', async () => {
  const total = { id: 'total', label: 'Total', kind: 'number', from: [{ text: { near: 'Total', value: '[\\d.]+' } }] }
  const ledger = await ledgerOf(
    {
      read: { ocr: false },
      types: [
        { id: 'letter', label: 'Letter' },
        { id: 'dues', label: 'Dues', when: [{ text: { zone: {}, value: '^Statement of dues' } }], fields: [total] },
        { id: 'any', label: 'Any statement', when: [{ text: { value: 'Statement' } }] },
      ],
      defaultType: 'letter',
    },
    [
      [
        [1, 1, 'Statement of dues'],
        [1, 3, 'Total 12.50'],
      ],
      [[1, 1, 'Dear harbour master, your Statement of dues came late.']],
      [[1, 1, 'Dear harbour master, the fog is thick.']],
    ],
  )
  expect(ledger.documents.map(document => document.type)).toEqual(['dues', 'any', 'letter'])
  expect(ledger.documents[0]!.fields).toMatchObject({ total: { value: '12.50', from: 'text' } })
})
