import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it, onTestFinished, vi } from 'vitest'
import { main } from '../../cli/main'
import { Ledger } from '../../core/model/ledger'
import { drawnSide } from '../../standins/paper/drawn'
import { asPdf } from '../../standins/paper/encode'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'

it('values of forms of two layouts: ticks in several hands, line items over two pages, a total that agrees', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rubricator-applications-'))
  onTestFinished(() => rm(folder, { recursive: true }))
  const stack = documentsOf(makeStack('berth-applications', 1), '3-4')
  const sides = stack.truth.sides.map(side => drawnSide(stack, side.sheet - 1, 'front', { dpi: 200, colour: 'grey' }))
  await writeFile(join(folder, 'in.pdf'), await asPdf(await Promise.all(sides), 200))
  const rubric = fileURLToPath(new URL('../../run/demo/berth-applications.rubric.json', import.meta.url))
  const spy = vi.spyOn(console, 'log').mockReturnValue()
  await main(['run', '--rubric', rubric, '--out', join(folder, 'out'), join(folder, 'in.pdf')])
  spy.mockRestore()
  const { documents } = Ledger.parse(JSON.parse(await readFile(join(folder, 'out/ledger.json'), 'utf8')))
  expect(documents.map(document => document.pages)).toEqual(stack.truth.documents.map(document => document.sides))
  for (const [at, { fields: truth }] of stack.truth.documents.entries()) {
    const { fields } = documents[at]!
    const plain = ['reference', 'hull', 'issued', 'zone', 'insured', 'pay']
    expect(plain.map(id => fields[id]?.value)).toEqual(plain.map(id => truth[id]))
    expect(fields.services?.value ?? []).toEqual(truth.services!.split('\n').filter(Boolean))
    expect(fields.items).toMatchObject({ value: JSON.parse(truth.items!) as unknown, from: 'table' })
  }
})
