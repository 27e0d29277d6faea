import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Ledger } from '../../core/model/ledger'
import type { Truth } from '../../standins/paper/truth'
import { paper, rubricator } from '../product/command'
import { differences, valuesRead } from '../product/truth'

const rubric = 'run/demo/mooring-permits.rubric.json'
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-cli-'))
})
afterAll(() => rm(folder, { recursive: true }))

const json = async (path: string) => JSON.parse(await readFile(path, 'utf8')) as unknown
const ledgerIn = async (out: string) => Ledger.parse(await json(join(folder, out, 'ledger.json')))

describe('the demo stack', () => {
  it('comes out as its truth says, and stops where it is undecidable', async () => {
    const drawn = await paper('--out', join(folder, 'paper'), '--seed', '1', '--colour', 'grey', '--format', 'pdf')
    expect(drawn.errors).toBe('')
    const truth = await json(join(folder, 'paper/mooring-permits.truth.json')) as Truth
    expect(truth.sides.length).toBeGreaterThanOrEqual(40)

    const ended = await rubricator('run', '--rubric', rubric, '--out', join(folder, 'out'), join(folder, 'paper/mooring-permits.pdf'))
    expect(ended.errors).toBe('')
    expect(ended.code).toBe(3)
    expect(ended.output).toContain('a barcode stands in the top-right zone but could not be read')
    const ledger = await ledgerIn('out')
    expect(differences(ledger, truth, false)).toEqual([])
    const { right, wrong, of } = valuesRead(ledger, truth)
    expect(wrong).toEqual([])
    expect(right / of).toBeGreaterThan(0.9)

    for (const document of ledger.documents) {
      const [file] = document.files
      const path = join(folder, 'out', file!.name)
      expect(file!.name).toBe(`mooring-permit/${document.fields.permit!.value}-${String(document.document).padStart(3, '0')}.pdf`)
      expect(createHash('sha256').update(await readFile(path)).digest('hex')).toBe(file!.sha256)
      expect((await stat(path)).size).toBe(file!.bytes)
      expect((await promisify(execFile)('pdftotext', [path, '-'])).stdout).toContain(document.fields.hull?.value ?? 'Saltmere')
    }
  })
})

describe('bad input', () => {
  it('keeps an account of it and goes on with the rest', async () => {
    await paper('--out', join(folder, 'few'), '--seed', '2', '--dpi', '150', '--format', 'jpeg')
    await writeFile(join(folder, 'few/side-3.jpg'), (await readFile(join(folder, 'few/side-3.jpg'))).subarray(0, 20000))
    const inputs = [1, 2, 3, 4].map(side => join(folder, `few/side-${side}.jpg`))
    const quick = join(folder, 'quick.json')
    await writeFile(quick, JSON.stringify({ ...await json(rubric) as object, read: { ocr: false }, files: [{ format: 'tiff', name: '{permit}' }] }))
    const ended = await rubricator('run', '--rubric', quick, '--out', join(folder, 'bad'), '--json', '--jobs', '2', ...inputs, join(folder, 'nowhere.pdf'))
    expect(ended.code).toBe(3)
    const ledger = Ledger.parse(JSON.parse(ended.output))
    expect(ledger.totals).toMatchObject({ scanned: 5, unreadable: 2 })
    expect(ledger.pages[2]).toMatchObject({ fate: 'unreadable', source: inputs[2], sourcePage: 1, sheet: 2, side: 'front' })
    expect(ledger.pages[4]).toMatchObject({ fate: 'unreadable', sourcePage: null })
    expect(ledger.pages[4]!.why).toContain('cannot be read')
    expect(ledger.documents[0]!.files[0]!.name).toMatch(/^\d{5}\.tif$/)
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
    const { code, output, errors } = await rubricator(...args)
    expect(code).toBe(2)
    expect(output + errors).toContain(words)
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
