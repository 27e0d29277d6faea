import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { main } from '../../cli/main'
import { Ledger } from '../../core/model/ledger'
import type { Truth } from '../../standins/paper/truth'
import { command, paper, rubricator } from '../product/command'
import { differences, valuesRead } from '../product/truth'

const rubric = 'run/demo/mooring-permits.rubric.json'
/** The least share of index values that must be read; none may be wrong. */
const leastRead = 0.9
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-cli-'))
})
afterAll(() => rm(folder, { recursive: true }))

const json = async (path: string) => JSON.parse(await readFile(path, 'utf8')) as unknown
const ledgerIn = async (out: string) => Ledger.parse(await json(join(folder, out, 'ledger.json')))

/** Draws a stack, runs its rubric over it, and gives the ledger and the truth. */
async function runStack(stack: string, documents: string, seed: number, more: Record<string, unknown> = {}) {
  const drawn = await paper(
    '--documents',
    documents,
    '--out',
    join(folder, stack),
    '--stack',
    stack,
    '--seed',
    String(seed),
    '--colour',
    'grey',
    '--format',
    'pdf',
  )
  expect(drawn.errors).toBe('')
  const truth = (await json(join(folder, `${stack}/${stack}.truth.json`))) as Truth
  const path = join(folder, `${stack}.json`)
  await writeFile(path, JSON.stringify({ ...((await json(`run/demo/${stack}.rubric.json`)) as object), ...more }))
  const ended = await rubricator('run', '--rubric', path, '--out', join(folder, `out-${stack}`), join(folder, `${stack}/${stack}.pdf`))
  expect(ended.errors).toBe('')
  return { ended, truth, ledger: await ledgerIn(`out-${stack}`) }
}

describe('the demo stacks come out as their truth says, and stop where it calls them undecidable', () => {
  it.each([
    // The mixed stack has all three kinds of paper to be read; these three are split only.
    [
      'landing-slips',
      '8-9,16-18,23',
      3,
      'a barcode stands in the bottom-left zone but could not be read',
      { read: { ocr: false }, files: [] },
    ],
    ['office-letters', '1-2', 0, '', { read: { ocr: false }, files: [] }],
    ['dues-statements', '1-3', 0, '', { read: { ocr: false }, files: [] }],
    ['mixed-post', '8-9,12', 3, 'a barcode stands in the top-right zone but could not be read', {}],
  ])('%s', async (stack, documents, code, words, more) => {
    const { ended, truth, ledger } = await runStack(stack, documents, 1, more)
    expect(differences(ledger, truth, false)).toEqual([])
    expect(ended.code).toBe(code)
    expect(ended.output).toContain(words)
    const { right, wrong, of } = valuesRead(ledger, truth)
    expect(wrong).toEqual([])
    if (!('read' in more)) expect(right / of).toBeGreaterThan(leastRead)
  })

  it('mooring-permits, with the files that belong to it', async () => {
    const { ended, truth, ledger } = await runStack('mooring-permits', '5-6', 33)
    expect(ended.code).toBe(3)
    expect(ended.output).toContain('a barcode stands in the top-right zone but could not be read')
    expect(differences(ledger, truth, false)).toEqual([])
    const { right, wrong, of } = valuesRead(ledger, truth)
    expect(wrong).toEqual([])
    expect(right / of).toBeGreaterThan(leastRead)

    for (const document of ledger.documents) {
      const [file] = document.files
      const path = join(folder, 'out-mooring-permits', file!.name)
      expect(file!.name).toBe(`mooring-permit/${document.fields.permit!.value as string}-${String(document.document).padStart(3, '0')}.pdf`)
      expect(
        createHash('sha256')
          .update(await readFile(path))
          .digest('hex'),
      ).toBe(file!.sha256)
      expect((await stat(path)).size).toBe(file!.bytes)
      expect((await promisify(execFile)('pdftotext', [path, '-'])).stdout).toContain(document.fields.hull?.value ?? 'Saltmere')
    }
  })
})

describe('bad input', () => {
  it('keeps an account of it and goes on with the rest', async () => {
    await paper('--out', join(folder, 'few'), '--documents', '1', '--dpi', '150', '--format', 'jpeg')
    await writeFile(join(folder, 'few/side-3.jpg'), (await readFile(join(folder, 'few/side-3.jpg'))).subarray(0, 20000))
    const files = ['tiff', 'pdf-a'].map(format => ({ format, name: '{permit}' }))
    await writeFile(join(folder, 'quick.json'), JSON.stringify({ ...((await json(rubric)) as object), read: { ocr: false }, files }))
    // From a folder of one's own, as people run programs.
    const inputs = [1, 2, 3, 4].map(side => `few/side-${side}.jpg`)
    const args = ['run', '--rubric', 'quick.json', '--out', 'bad', '--json', '--jobs', '2', ...inputs, 'nowhere.pdf']
    const ended = await command(process.execPath, [join(process.cwd(), 'cli/rubricator.mjs'), ...args], {}, folder)
    expect(ended.code).toBe(3)
    const ledger = Ledger.parse(JSON.parse(ended.output))
    expect(ledger.totals).toMatchObject({ scanned: 5, unreadable: 2 })
    expect(ledger.pages[2]).toMatchObject({ fate: 'unreadable', source: inputs[2], sourcePage: 1, sheet: 2, side: 'front' })
    expect(ledger.pages[4]).toMatchObject({ fate: 'unreadable', sourcePage: null })
    expect(ledger.pages[4]!.why).toContain('cannot be read')
    expect(ledger.documents[0]!.files.map(file => file.name)).toEqual([
      expect.stringMatching(/^\d{5}\.tif$/) as string,
      expect.stringMatching(/^\d{5}\.pdf$/) as string,
    ])
  })
})

describe('refusals', () => {
  it.each<[string[], string]>([
    [[], 'rubricator run --rubric FILE'],
    [['scan'], 'Unknown command "scan"'],
    [['run', '--out', 'x', 'y.pdf'], 'run needs --rubric FILE'],
    [['run', '--rubric', rubric, '--out', '/tmp/x'], 'at least one INPUT'],
    [['run', '--rubric', rubric, '--out', '/tmp/x', '--jobs', 'many', 'y.pdf'], '--jobs: found "many"'],
    [['run', '--rubric', rubric, '--out', '/tmp/x', '--fast', 'y.pdf'], '--fast'],
    [['check', 'nowhere.json'], 'nowhere.json: cannot be read'],
    [['check', 'README.md'], 'is not JSON'],
  ])('%j ends with 2 and says why', async (args, words) => {
    const said: string[] = []
    const tell = (...all: unknown[]) => void said.push(all.join(' '))
    const spies = [vi.spyOn(console, 'log').mockImplementation(tell), vi.spyOn(console, 'error').mockImplementation(tell)]
    const code = await main(args).finally(() => spies.forEach(spy => spy.mockRestore()))
    expect(code).toBe(2)
    expect(said.join('\n')).toContain(words)
  })

  it('names the path in a rubric, what was found and what was expected', async () => {
    const path = join(folder, 'wrong.json')
    await writeFile(path, JSON.stringify({ version: 1, name: 'x', scan: { dpi: 20 }, clean: { dropout: ['#d94a3a'] }, extra: true }))
    const { code, errors } = await rubricator('check', path)
    expect(code).toBe(2)
    expect(errors).toContain('scan.dpi: found 20, expected at least 75')
    expect(errors).toContain('extra: found true, expected no such key')
  })

  it('checks and prints the schema', async () => {
    expect((await rubricator('check', rubric)).code).toBe(0)
    const { code, output } = await rubricator('schema')
    expect(code).toBe(0)
    expect(JSON.parse(output)).toMatchObject({ type: 'object', additionalProperties: false, required: ['version', 'name'] })
  })
})
