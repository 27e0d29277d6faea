import { createWriteStream } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { setTimeout as pause } from 'node:timers/promises'
import { deflateSync } from 'node:zlib'
import PDFDocument from 'pdfkit'
import { layeredPage, type LayeredPage } from './layers'
import { bookmarksOf, pageLabelsOf } from './pdfGuide'
import type { PdfInternals } from './pdfKit'
import { textLayer, wordsFont } from './pdfWords'
import { srgbProfile } from './srgb'
import { readG4 } from './tiff'
import { xmpOf, type NamedValue, type Properties } from './xmp'
import type { PageToMake } from './pageToMake'

export interface PdfOptions extends Properties {
  /** PDF/A-2b (ISO 19005-2), or -3b with what is attached to it (ISO 19005-3), rather than plain PDF. */
  archival: 2 | 3 | null
  /** Index values that stand in the file's own description. */
  values: readonly NamedValue[]
  /** A file that lies in the PDF, beside its pages. */
  attached: { name: string; mediaType: string; description: string; bytes: Buffer } | null
  language: string
  /** The code without which it does not open (AES-256); null for none. */
  protect: string | null
  /** Colour pages as print over a smaller ground, where that is clearly smaller. */
  layers: boolean
}

/** Bytes of finished pages that may wait for the disk. */
const mostUnwritten = 8e6

const number = (value: number) => String(Math.round(value * 1000) / 1000)
async function imageObject(page: PageToMake): Promise<{ data: Uint8Array; dictionary: Record<string, unknown> }> {
  const bytes = await readFile(page.file)
  const common = { Type: 'XObject', Subtype: 'Image', Width: page.widthPx, Height: page.heightPx }
  if (page.mono) {
    const g4 = readG4(bytes)
    return {
      data: g4.data,
      dictionary: {
        ...common,
        ColorSpace: 'DeviceGray',
        BitsPerComponent: 1,
        Filter: 'CCITTFaxDecode',
        DecodeParms: { K: -1, Columns: g4.width, Rows: g4.height, BlackIs1: false },
        ...(g4.blackIsZero ? { Decode: [1, 0] } : {}),
      },
    }
  }
  return {
    data: bytes,
    dictionary: { ...common, ColorSpace: jpegIsGrey(bytes) ? 'DeviceGray' : 'DeviceRGB', BitsPerComponent: 8, Filter: 'DCTDecode' },
  }
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

/** Puts a page's image at hand; gives the operators that draw it. */
async function scanOn(pdf: PdfInternals, page: PageToMake): Promise<string> {
  const { data, dictionary } = await imageObject(page)
  const image = pdf.ref(dictionary)
  image.end(data)
  pdf.page.xobjects.Scan = image
  return '/Scan Do'
}

/** The same for a page in layers: its ground, and over it its print as a stencil (ISO 32000-1, 8.9.6.2). */
function layersOn(pdf: PdfInternals, { print, colour, ground }: LayeredPage, page: PageToMake): string {
  const image = { Type: 'XObject', Subtype: 'Image' }
  const below = pdf.ref({
    ...image,
    Width: ground.width,
    Height: ground.height,
    ColorSpace: 'DeviceRGB',
    BitsPerComponent: 8,
    Filter: 'DCTDecode',
  })
  below.end(ground.data)
  const stencil = pdf.ref({
    ...image,
    Width: page.widthPx,
    Height: page.heightPx,
    ImageMask: true,
    BitsPerComponent: 1,
    Filter: 'CCITTFaxDecode',
    DecodeParms: { K: -1, Columns: page.widthPx, Rows: page.heightPx, BlackIs1: false },
  })
  stencil.end(print)
  Object.assign(pdf.page.xobjects, { Ground: below, Print: stencil })
  return `/Ground Do ${colour.map(level => number(level / 255)).join(' ')} rg /Print Do`
}

/** What the colours of an archived file mean (ISO 19005-2, 6.2.3). */
function sayColours(pdf: PdfInternals, profile: Buffer): void {
  const kept = pdf.ref({ N: 3, Filter: 'FlateDecode' })
  kept.end(deflateSync(profile, { level: 9 }))
  const named = Object('sRGB') as unknown
  const intent = pdf.ref({
    Type: 'OutputIntent',
    S: 'GTS_PDFA1',
    Info: named,
    OutputConditionIdentifier: named,
    DestOutputProfile: kept,
  })
  intent.end()
  pdf._root.data.OutputIntents = [intent]
}

function packContent({ content }: PdfInternals['page']): void {
  content.compress = false
  content.data.Filter = 'FlateDecode'
  content.buffer = [deflateSync(Buffer.concat(content.buffer), { level: 9 })]
}

/** Page labels (ISO 32000-1, 12.4.2), a prefix for each page. */
function labelPages(pdf: PdfInternals, labels: readonly string[] | null): void {
  // PDFKit writes a String as a string, and a plain one as a name.
  if (labels) pdf._root.data.PageLabels = { Nums: labels.flatMap((label, at) => [at, { P: Object(label) as unknown }]) }
}

/** Data that belongs to the document (ISO 19005-3, 6.8). */
function attach(pdf: PdfInternals, { name, mediaType, description, bytes }: NonNullable<PdfOptions['attached']>, created: Date): void {
  const dates = { creationDate: created, modifiedDate: created }
  pdf.file(bytes, { name, type: mediaType, description, relationship: 'Data', ...dates })
}

/** Writes a searchable PDF: each page's image as it is, its words invisible behind it. */
export async function writePdf(to: string, pages: readonly PageToMake[], options: PdfOptions): Promise<void> {
  const document = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: options.protect === null ? '1.7' : '1.7ext3',
    lang: options.language,
    displayTitle: true,
    ...(options.protect === null
      ? {}
      : { userPassword: options.protect, permissions: { printing: 'highResolution' as const, copying: true, contentAccessibility: true } }),
    ...(options.archival ? { subset: `PDF/A-${options.archival}b` as const } : {}),
    info: {
      Title: options.title,
      ...(options.subject ? { Subject: options.subject } : {}),
      ...(options.keywords ? { Keywords: options.keywords } : {}),
      Creator: 'Rubricator',
      Producer: 'Rubricator',
      CreationDate: options.created,
    },
  })
  const written = pipeline(document, createWriteStream(to))
  // A full disk is noticed while pages are still being added; it is thrown at the end.
  written.catch(() => undefined)
  const pdf = document as unknown as PdfInternals
  // PDFKit's own leaves & and < of a title as they are.
  pdf._addInfo = () => pdf.appendXML(xmpOf(options, options.values))
  if (options.archival) {
    const profile = await srgbProfile()
    pdf._addColorOutputIntent = () => sayColours(pdf, profile)
  }
  if (options.attached) attach(pdf, options.attached, options.created)
  // What never was paper has its own contents, and is put in its page's place afterwards.
  const bookmarks = pages.some(page => page.born) ? [] : bookmarksOf(options.title, pages)
  labelPages(pdf, pageLabelsOf(pages))
  const font = pages.some(page => page.words.length) ? wordsFont(pdf) : null
  for (const [at, page] of pages.entries()) {
    const width = (page.widthPx / page.dpi) * 72
    const height = (page.heightPx / page.dpi) * 72
    const before = at > 0 ? pdf.page.dictionary : null
    document.addPage({ size: [width, height], margin: 0 })
    // It is written by now, and from here on only named.
    if (before) before.data = {}
    if (bookmarks[at]) pdf.outline.addItem(bookmarks[at])
    const layers = options.layers ? await layeredPage(page) : null
    const draw = layers ? layersOn(pdf, layers, page) : await scanOn(pdf, page)
    // PDFKit turns the page upside down for its own drawing; this turns it back.
    pdf.addContent(`q 1 0 0 -1 0 ${number(height)} cm`)
    if (font && page.words.length) {
      pdf.page.fonts.W = font
      pdf.addContent(textLayer(page.words, height))
    }
    pdf.addContent(`q ${number(width)} 0 0 ${number(height)} 0 0 cm ${draw} Q Q`)
    packContent(pdf.page)
    // PDFKit takes whatever it is given: a slow disk has the pages wait here, not in memory.
    while (document.readableLength > mostUnwritten && !document.destroyed) await pause(5)
  }
  document.end()
  await written
}
