import { writeFile } from 'node:fs/promises'
import type { Block } from '../../core/text/blocks'
import { partsOf, type Figure } from '../figures'
import { defineFormat } from './format'

const twipsAnInch = 1440
const pixelsAnInch = 96
const marginInches = 1

/** Paragraphs, headings by size, tables and pictures; each page begins a new one (ISO/IEC 29500). */
export const docx = defineFormat('docx', async (path, pages, document) => {
  const { Document, HeadingLevel, ImageRun, Packer, Paragraph, Table, TableCell, TableRow, TextRun, WidthType } = await import('docx')
  const table = (rows: readonly string[][]) =>
    new Table({
      width: { size: 100, type: WidthType.PERCENTAGE },
      rows: rows.map(row => new TableRow({ children: row.map(cell => new TableCell({ children: [new Paragraph(cell)] })) })),
    })
  const paragraph = (block: Exclude<Block, { kind: 'table' }>, pageBreakBefore: boolean) =>
    new Paragraph({
      pageBreakBefore,
      ...(block.kind === 'heading' ? { heading: block.level === 1 ? HeadingLevel.HEADING_1 : HeadingLevel.HEADING_2 } : {}),
      children: [new TextRun({ text: block.text, size: block.points * 2 })],
    })
  const figure = ({ box, type, bytes }: Figure, most: number, pageBreakBefore: boolean) => {
    const scale = pixelsAnInch * Math.min(1, most / box.width)
    const transformation = { width: Math.round(box.width * scale), height: Math.round(box.height * scale) }
    return new Paragraph({ pageBreakBefore, children: [new ImageRun({ type, data: bytes, transformation })] })
  }
  const children: (InstanceType<typeof Paragraph> | InstanceType<typeof Table>)[] = []
  for (const [at, page] of pages.entries()) {
    const most = page.widthPx / page.dpi - 2 * marginInches
    const parts = await partsOf(page)
    // Only a paragraph can begin a page.
    if (at > 0 && (parts[0] === undefined || parts[0].kind === 'table')) children.push(new Paragraph({ pageBreakBefore: true }))
    for (const [place, part] of parts.entries()) {
      const begins = at > 0 && place === 0
      if (part.kind === 'table') children.push(table(part.rows))
      else children.push(part.kind === 'figure' ? figure(part, most, begins) : paragraph(part, begins))
    }
  }
  const [page] = pages
  const size = page && {
    width: Math.round((page.widthPx / page.dpi) * twipsAnInch),
    height: Math.round((page.heightPx / page.dpi) * twipsAnInch),
  }
  const file = new Document({
    title: document.title,
    creator: 'Rubricator',
    sections: [{ properties: size ? { page: { size } } : {}, children }],
  })
  await writeFile(path, await Packer.toBuffer(file))
})
