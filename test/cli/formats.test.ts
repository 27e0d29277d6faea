import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import Excel from 'exceljs'
import Zip from 'jszip'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { runCommand } from '../product/runCommand'
import { textPdf } from '../product/textPdf'

const run = promisify(execFile)
let folder: string
const file = (name: string) => join(folder, 'out', name)
const text = (name: string) => readFile(file(name), 'utf8')
const inZip = async (name: string, part: string) => (await Zip.loadAsync(await readFile(file(name)))).file(part)!.async('string')

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-formats-'))
  await textPdf(join(folder, 'in.pdf'), [
    [
      [1, 1, 'Statement of <dues> & charges'],
      [1, 2, 'What'],
      [5, 2, 'Amount'],
      [1, 2.3, 'Mooring'],
      [5, 2.3, '1,200.50'],
      [1, 2.6, 'Crane'],
      [5, 2.6, '99.50'],
      [1, 4, 'Zone Yard'],
    ],
    [[1, 1, 'Payment within thirty days.']],
  ])
  const formats = ['docx', 'odt', 'xlsx', 'pptx', 'md', 'csv', 'json', 'webp']
  await runCommand(
    folder,
    {
      clean: { deskew: false },
      types: [
        {
          id: 'dues',
          label: 'Dues',
          fields: [
            { id: 'zone', label: 'Zone', from: [{ text: { near: 'Zone', value: '\\w+' } }] },
            { id: 'number', label: 'Number', from: [{ value: '00042' }] },
            {
              id: 'items',
              label: 'Items',
              kind: 'table',
              columns: [
                { id: 'what', label: 'What' },
                { id: 'amount', label: 'Amount', kind: 'number', decimals: 2, grouping: ',' },
              ],
              from: [{ table: { headings: { what: 'What', amount: 'Amount' }, until: '^Zone' } }],
            },
          ],
        },
      ],
      files: [
        ...formats.map(format => ({ format, name: 'all' })),
        { format: 'txt', name: 'each', per: 'page' },
        { format: 'pdf', name: 'two', per: 2 },
      ],
    },
    [join(folder, 'in.pdf')],
  )
})
afterAll(() => rm(folder, { recursive: true }))

it('text files hold the paragraphs and tables, one file or one a page', async () => {
  const markdown = await text('all.md')
  expect(markdown).toContain('Statement of \\<dues\\> & charges')
  expect(markdown).toContain('| What | Amount |\n| --- | --- |\n| Mooring | 1,200.50 |')
  expect(markdown.split('\n---\n')[1]).toContain('Payment within thirty days.')
  expect((await text('each-2.txt')).trim()).toBe('Payment within thirty days.')
  expect((await run('pdfinfo', [file('two.pdf')])).stdout).toMatch(/Pages:\s+2/)
})

it('office files hold them too, and are whole', async () => {
  const word = await inZip('all.docx', 'word/document.xml')
  expect(word).toContain('Statement of &lt;dues&gt; &amp; charges')
  expect(word.match(/<w:tbl>/g)).toHaveLength(1)
  const open = await inZip('all.odt', 'content.xml')
  expect(open).toContain('Statement of &lt;dues&gt; &amp; charges')
  expect(open.match(/<table:table /g)).toHaveLength(1)
  // The first entry, and not compressed, so that the format is told by its first bytes.
  expect((await readFile(file('all.odt'))).subarray(30, 77).toString()).toBe('mimetypeapplication/vnd.oasis.opendocument.text')
  expect(await inZip('all.pptx', 'ppt/slides/slide2.xml')).toContain('Payment within thirty days.')
})

it('a spreadsheet has the values on its first sheet and each table on one of its own, numbers as numbers', async () => {
  const book = new Excel.Workbook()
  await book.xlsx.readFile(file('all.xlsx'))
  const rows = (sheet: number) =>
    book.worksheets[sheet]!.getSheetValues()
      .slice(1)
      .map(row => (row as unknown[]).slice(1))
  expect(rows(0)).toEqual([
    ['Field', 'Value'],
    ['Zone', 'Yard'],
    ['Number', '00042'],
    ['Items', 'on a sheet of its own'],
  ])
  const table = [
    ['Mooring', 1200.5],
    ['Crane', 99.5],
  ]
  expect(rows(1)).toEqual([['what', 'amount'], ...table])
  expect(rows(2)).toEqual([['What', 'Amount'], ...table])
})

it('CSV and JSON hold the values, WebP the pages', async () => {
  expect(await text('all.csv')).toBe('document,type,pages,zone,number,items\r\n1,dues,2,Yard,00042,"Mooring, 1200.50; Crane, 99.50"\r\n')
  expect(JSON.parse(await text('all.json'))).toMatchObject({
    values: {
      zone: 'Yard',
      items: [
        { what: 'Mooring', amount: '1200.50' },
        { what: 'Crane', amount: '99.50' },
      ],
    },
  })
  expect(await sharp(file('all-1.webp')).metadata()).toMatchObject({ format: 'webp', width: 1654 })
})

it('pictures of a page that was paper stand in office files, between its paragraphs', async () => {
  const out = join(folder, 'pictured')
  const photo = await sharp({ create: { width: 500, height: 360, channels: 3, background: '#6d8f5a' } })
    .png()
    .toBuffer()
  const label =
    '<svg width="1654" height="2339"><text x="200" y="400" font-size="56">Berth before</text>' +
    '<text x="200" y="1500" font-size="56">Berth after</text></svg>'
  await sharp({ create: { width: 1654, height: 2339, channels: 3, background: '#ffffff' } })
    .composite([{ input: Buffer.from(label) }, { input: photo, left: 300, top: 700 }])
    .withMetadata({ density: 200 })
    .png()
    .toFile(join(folder, 'berth.png'))
  await mkdir(out)
  const files = ['docx', 'odt'].map(format => ({ format, name: 'berth' }))
  await runCommand(out, { scan: { colour: 'colour' }, clean: { deskew: false }, files }, [join(folder, 'berth.png')])
  const made = async (name: string) => Zip.loadAsync(await readFile(join(out, 'out', name)))
  for (const [name, body, kept] of [
    ['berth.docx', 'word/document.xml', /^word\/media\/.*\.jpg$/],
    ['berth.odt', 'content.xml', /^Pictures\/1\.jpg$/],
  ] as const) {
    const zip = await made(name)
    const pictures = zip.file(kept)
    expect(pictures).toHaveLength(1)
    const { width, height } = await sharp(await pictures[0]!.async('nodebuffer')).metadata()
    expect(Math.abs(width - 500) + Math.abs(height - 360)).toBeLessThan(48)
    const text = await zip.file(body)!.async('string')
    const places = [text.indexOf('before'), text.search(/<(pic:pic|drawing:image)/), text.indexOf('after')]
    expect(places).toEqual([...places].sort((one, other) => one - other))
    expect(Math.min(...places)).toBeGreaterThan(0)
  }
})
