import { createWriteStream } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { pipeline } from 'node:stream/promises'
import PDFDocument from 'pdfkit'
import type { Word } from '../core/model/evidence'
import { readG4 } from './tiff'

/** One page of a document to be made: its image file, and the words on it. */
export interface PageToMake { file: string, mono: boolean, widthPx: number, heightPx: number, dpi: number, words: readonly Word[] }

export interface PdfOptions {
  title: string
  /** PDF/A-2b (ISO 19005-2) rather than plain PDF. */
  archival: boolean
  /** Written into the file; the same date gives the same bytes. */
  created: Date
  language: string
}

/** The parts of PDFKit that place content without its text layout; its types leave them out. */
interface PdfInternals {
  ref(data: Record<string, unknown>): { end(data?: Uint8Array): void }
  addContent(content: string): void
  _font: { id: string, encode(text: string): [string[], { advanceWidth: number }[]], ref(): unknown, ascender: number }
  page: { fonts: Record<string, unknown>, xobjects: Record<string, unknown> }
}

const fontFile = createRequire(import.meta.url).resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')
const number = (value: number) => String(Math.round(value * 1000) / 1000)

async function imageObject(page: PageToMake): Promise<{ data: Uint8Array, dictionary: Record<string, unknown> }> {
  const bytes = await readFile(page.file)
  const common = { Type: 'XObject', Subtype: 'Image', Width: page.widthPx, Height: page.heightPx }
  if (page.mono) {
    const g4 = readG4(bytes)
    return {
      data: g4.data,
      dictionary: {
        ...common, ColorSpace: 'DeviceGray', BitsPerComponent: 1, Filter: 'CCITTFaxDecode',
        DecodeParms: { K: -1, Columns: g4.width, Rows: g4.height, BlackIs1: false },
        ...(g4.blackIsZero ? { Decode: [1, 0] } : {}),
      },
    }
  }
  return { data: bytes, dictionary: { ...common, ColorSpace: jpegIsGrey(bytes) ? 'DeviceGray' : 'DeviceRGB', BitsPerComponent: 8, Filter: 'DCTDecode' } }
}

/** Components in a JPEG's frame header (ITU-T T.81, B.2.2). */
function jpegIsGrey(bytes: Uint8Array): boolean {
  let at = 2
  while (at + 9 < bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1]!
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) return bytes[at + 9] === 1
    at += 2 + (bytes[at + 2]! << 8) + bytes[at + 3]!
  }
  throw new Error('This JPEG has no frame header.')
}

/** Invisible words (text rendering mode 3, ISO 32000-1, 9.3.6), each stretched to its box. */
function textLayer(pdf: PdfInternals, words: readonly Word[], pageHeight: number): string {
  const lines = ['BT', '3 Tr']
  for (const word of words) {
    const size = Math.max(2, word.height * 72)
    const [codes, positions] = pdf._font.encode(word.text)
    const natural = positions.reduce((sum, position) => sum + position.advanceWidth, 0) * size / 1000
    if (natural <= 0) continue
    const stretch = word.width * 72 / natural * 100
    const baseline = pageHeight - (word.y + word.height * 0.82) * 72
    lines.push(`/${pdf._font.id} ${number(size)} Tf ${number(stretch)} Tz 1 0 0 1 ${number(word.x * 72)} ${number(baseline)} Tm <${codes.join('')}> Tj`)
  }
  lines.push('ET')
  return lines.join('\n')
}

/** Writes a searchable PDF: each page's image as it is, its words invisible behind it. */
export async function writePdf(to: string, pages: readonly PageToMake[], options: PdfOptions): Promise<void> {
  const document = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.7',
    lang: options.language,
    displayTitle: true,
    ...(options.archival ? { subset: 'PDF/A-2b' as const } : {}),
    info: { Title: options.title, Creator: 'Rubricator', Producer: 'Rubricator', CreationDate: options.created },
  })
  const written = pipeline(document, createWriteStream(to))
  document.registerFont('words', fontFile)
  const pdf = document as unknown as PdfInternals
  for (const page of pages) {
    const width = page.widthPx / page.dpi * 72
    const height = page.heightPx / page.dpi * 72
    document.addPage({ size: [width, height], margin: 0 })
    const { data, dictionary } = await imageObject(page)
    const image = pdf.ref(dictionary)
    image.end(data)
    pdf.page.xobjects.Scan = image
    // PDFKit turns the page upside down for its own drawing; this turns it back.
    pdf.addContent(`q 1 0 0 -1 0 ${number(height)} cm`)
    if (page.words.length) {
      document.font('words')
      pdf.page.fonts[pdf._font.id] = pdf._font.ref()
      pdf.addContent(textLayer(pdf, page.words, height))
    }
    pdf.addContent(`q ${number(width)} 0 0 ${number(height)} 0 0 cm /Scan Do Q Q`)
  }
  document.end()
  await written
}
