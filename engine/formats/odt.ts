import { writeFile } from 'node:fs/promises'
import type { Block } from '../../core/text/blocks'
import { partsOf, type Figure } from '../figures'
import { defineFormat } from './format'

const mediaType = 'application/vnd.oasis.opendocument.text'
const escaped = (text: string) =>
  text
    .replace(/[\0-\x08\x0b\x0c\x0e-\x1f]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')

const spaces = ['office', 'text', 'table', 'style', 'drawing'].map(
  name => `xmlns:${name}="urn:oasis:names:tc:opendocument:xmlns:${name}:1.0"`,
)
const namespaces = [
  ...spaces,
  'xmlns:svg="urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0"',
  'xmlns:xlink="http://www.w3.org/1999/xlink"',
  'xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0"',
  'xmlns:dc="http://purl.org/dc/elements/1.1/"',
  'xmlns:meta="urn:oasis:names:tc:opendocument:xmlns:meta:1.0"',
].join(' ')
const head = '<?xml version="1.0" encoding="UTF-8"?>\n'

function blockXml(block: Block, at: number, breaks: boolean): string {
  const style = breaks ? ' text:style-name="Break"' : ''
  if (block.kind === 'heading') return `<text:h text:outline-level="${block.level}"${style}>${escaped(block.text)}</text:h>`
  if (block.kind === 'paragraph') return `<text:p${style}>${escaped(block.text)}</text:p>`
  const columns = block.rows[0]?.length ?? 1
  const cell = (text: string) => `<table:table-cell office:value-type="string"><text:p>${escaped(text)}</text:p></table:table-cell>`
  const rows = block.rows.map(row => `<table:table-row>${row.map(cell).join('')}</table:table-row>`).join('')
  return (
    `${breaks ? '<text:p text:style-name="Break"/>' : ''}<table:table table:name="Table${at + 1}">` +
    `<table:table-column table:number-columns-repeated="${columns}"/>${rows}</table:table>`
  )
}

const inch = (length: number) => `${length.toFixed(3)}in`

function figureXml({ box }: Figure, name: string, breaks: boolean): string {
  const size = `svg:width="${inch(box.width)}" svg:height="${inch(box.height)}"`
  return (
    `<text:p${breaks ? ' text:style-name="Break"' : ''}><drawing:frame drawing:name="${name}" text:anchor-type="as-char" ${size}>` +
    `<drawing:image xlink:href="${name}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/></drawing:frame></text:p>`
  )
}

/** The same as an OpenDocument text (ISO/IEC 26300, version 1.2). */
export const odt = defineFormat('odt', async (path, pages, document) => {
  const { default: Zip } = await import('jszip')
  const figures: { name: string; figure: Figure }[] = []
  const parts: string[] = []
  for (const [at, page] of pages.entries()) {
    for (const [place, part] of (await partsOf(page)).entries()) {
      const begins = at > 0 && place === 0
      if (part.kind === 'figure') {
        const name = `Pictures/${figures.length + 1}.${part.type}`
        figures.push({ name, figure: part })
        parts.push(figureXml(part, name, begins))
      } else parts.push(blockXml(part, parts.length, begins))
    }
  }
  const body = parts.join('\n')
  const content =
    `${head}<office:document-content ${namespaces} office:version="1.2"><office:automatic-styles>` +
    '<style:style style:name="Break" style:family="paragraph"><style:paragraph-properties fo:break-before="page"/></style:style>' +
    `</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`
  const meta =
    `${head}<office:document-meta ${namespaces} office:version="1.2"><office:meta><meta:generator>Rubricator</meta:generator>` +
    `<dc:title>${escaped(document.title)}</dc:title></office:meta></office:document-meta>`
  const entry = (name: string, type: string) => `<manifest:file-entry manifest:full-path="${name}" manifest:media-type="${type}"/>`
  const manifest =
    `${head}<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.2">` +
    `${entry('/', mediaType)}${entry('content.xml', 'text/xml')}${entry('meta.xml', 'text/xml')}` +
    `${figures.map(({ name, figure }) => entry(name, figure.type === 'png' ? 'image/png' : 'image/jpeg')).join('')}</manifest:manifest>`
  const zip = new Zip()
  const date = document.created
  // First and as it is, so that a reader knows the format by its first bytes (part 3, 3.3).
  zip.file('mimetype', mediaType, { compression: 'STORE', date })
  for (const [name, text] of [
    ['content.xml', content],
    ['meta.xml', meta],
    ['META-INF/manifest.xml', manifest],
  ] as const)
    zip.file(name, text, { date })
  for (const { name, figure } of figures) zip.file(name, figure.bytes, { date })
  await writeFile(path, await zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' }))
})
