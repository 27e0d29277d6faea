import PDFDocument from 'pdfkit'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { looksWhole, sniff } from '../../engine/sniff'

const noise = sharp({
  create: { width: 120, height: 90, channels: 3, background: '#fff', noise: { type: 'gaussian', mean: 128, sigma: 60 } },
})
function pdf(): Promise<Buffer> {
  const made = new PDFDocument()
  const parts: Buffer[] = []
  made.text('Saltmere').end()
  return new Promise(resolve => made.on('data', (part: Buffer) => parts.push(part)).on('end', () => resolve(Buffer.concat(parts))))
}
const whole = (bytes: Buffer) => looksWhole(bytes.subarray(0, 1024), bytes.subarray(-1024), bytes.length)

describe('files by their bytes', () => {
  it.each([
    ['pdf', pdf],
    ['jpeg', () => noise.clone().jpeg().toBuffer()],
    ['png', () => noise.clone().png().toBuffer()],
    ['webp', () => noise.clone().webp().toBuffer()],
  ] as const)('knows %s, and whether its end is there yet', async (kind, make) => {
    const bytes = await make()
    expect(sniff(bytes)).toBe(kind)
    expect(whole(bytes)).toBe(true)
    for (const share of [0.3, 0.6, 0.9]) expect(whole(bytes.subarray(0, Math.floor(bytes.length * share)))).toBe(false)
  })

  it('takes TIFF as it is, since nothing marks its end, and waits for something in an empty file', async () => {
    const tiff = await noise.clone().tiff().toBuffer()
    expect(sniff(tiff)).toBe('tiff')
    expect(whole(tiff)).toBe(true)
    const big = await noise.clone().tiff({ bigtiff: true }).toBuffer()
    expect([big.readUInt16LE(2), sniff(big), whole(big)]).toEqual([43, 'tiff', true])
    expect(whole(Buffer.alloc(0))).toBe(false)
    expect(sniff(Buffer.from('no file of ours'))).toBeNull()
  })
})
