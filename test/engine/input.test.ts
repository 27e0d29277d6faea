import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { crc32, deflateSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { encodeJpeg } from '../../engine/images'
import { decodePage, openSource } from '../../engine/sources'

const run = promisify(execFile)
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-input-'))
})
afterAll(() => rm(folder, { recursive: true }))

const width = 830
const height = 1170
const ink = Uint8Array.from({ length: width * height }, (_, at) => ((at % width) % 40 < 9 && Math.floor(at / width) % 50 < 30 ? 0 : 255))

/** A TIFF that is only its directory. */
function tiff(entries: [tag: number, type: number, value: number][], next: number): Buffer {
  const bytes = Buffer.alloc(8 + 2 + entries.length * 12 + 4 + 200)
  bytes.write('II*\0', 0, 'latin1')
  bytes.writeUInt32LE(8, 4)
  bytes.writeUInt16LE(entries.length, 8)
  entries.forEach(([tag, type, value], at) => {
    bytes.writeUInt16LE(tag, 10 + at * 12)
    bytes.writeUInt16LE(type, 12 + at * 12)
    bytes.writeUInt32LE(1, 14 + at * 12)
    bytes.writeUInt32LE(value, 18 + at * 12)
  })
  bytes.writeUInt32LE(next, 10 + entries.length * 12)
  return bytes
}

/** A PNG that claims to be a square of so many pixels. */
function png(size: number): Buffer {
  const chunk = (name: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data])
    const ends = Buffer.alloc(8)
    ends.writeUInt32BE(data.length, 0)
    ends.writeUInt32BE(crc32(body), 4)
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)])
  }
  const header = Buffer.alloc(13)
  header.writeUInt32BE(size, 0)
  header.writeUInt32BE(size, 4)
  header[8] = 8
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(1000))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

function pdf(pages: string, content = ''): Buffer {
  const stream = deflateSync(content)
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R /OpenAction << /S /JavaScript /JS (app.alert\\(1\\)) >> >>',
    pages,
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] /Contents 4 0 R >>',
    `<< /Length ${stream.length} /Filter /FlateDecode >>\nstream\n${stream.toString('latin1')}\nendstream`,
  ]
  return Buffer.from(
    `%PDF-1.7\n${objects.map((object, at) => `${at + 1} 0 obj\n${object}\nendobj\n`).join('')}trailer << /Size 5 /Root 1 0 R >>\n%%EOF`,
    'latin1',
  )
}

async function encrypted(): Promise<Buffer> {
  const path = join(folder, 'plain.pdf')
  await writeFile(path, pdf('<< /Type /Pages /Kids [3 0 R] /Count 1 >>'))
  await run('qpdf', ['--warning-exit-0', path, '--encrypt', 'user', 'owner', '256', '--', join(folder, 'locked.pdf')])
  return readFile(join(folder, 'locked.pdf'))
}

describe('input', () => {
  it('runs no script of a PDF and draws what is there', async () => {
    expect(await open('script.pdf', pdf('<< /Type /Pages /Kids [3 0 R] /Count 1 >>'))).toMatchObject({ channels: 1, dpi: 200 })
  })

  const open = async (name: string, bytes: Uint8Array) => {
    await writeFile(join(folder, name), bytes)
    return decodePage(await openSource(join(folder, name)), 1, 200, false)
  }

  it('goes by the bytes, not the name', async () => {
    const jpeg = await encodeJpeg({ width, height, channels: 1, data: ink, dpi: 150 }, 150)
    expect(await open('really.pdf', jpeg)).toMatchObject({ width, height, dpi: 150 })
  })

  it.each<[string, () => Promise<Uint8Array> | Uint8Array, string]>([
    ['empty', () => new Uint8Array(), 'empty'],
    ['text', () => Buffer.from('just some words'), 'none of PDF, TIFF, JPEG, PNG or WebP'],
    ['looped-tiff', () => tiff([[256, 3, 10]], 8), 'cannot be decoded'],
    [
      'absurd-tiff',
      () =>
        tiff(
          [
            [256, 4, 100000],
            [257, 4, 100000],
            [258, 3, 1],
            [259, 3, 4],
            [262, 3, 0],
            [273, 4, 8],
            [278, 4, 100000],
            [279, 4, 100],
          ],
          0,
        ),
      'exceeds pixel limit',
    ],
    ['absurd-png', () => png(60000), 'exceeds pixel limit'],
    ['pdf-of-two-billion-pages', () => pdf('<< /Type /Pages /Kids [3 0 R] /Count 2000000000 >>'), 'damaged or cut short'],
    ['encrypted-pdf', () => encrypted(), 'This PDF is encrypted; save it without its password'],
    ['cut-pdf', () => Buffer.from('%PDF-1.7\n1 0 obj\n<< /Type /Catalog'), 'damaged or cut short'],
    [
      'cut-jpeg',
      async () => (await encodeJpeg({ width, height, channels: 1, data: ink, dpi: 100 }, 100)).subarray(0, 9000),
      'cannot be decoded',
    ],
  ])('says what is wrong with a file that is %s', async (name, bytes, words) => {
    await expect(open(name, await bytes())).rejects.toThrow(words)
  })
})
