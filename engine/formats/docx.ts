import { writeFile } from 'node:fs/promises'
import { blocksOf, type Block } from '../../core/text/blocks'
import { defineFormat } from './format'

const twipsAnInch = 1440

/** Paragraphs, headings by size and tables of the recognised text; each page begins a new one (ISO/IEC 29500). */
export const docx = defineFormat('docx', async (path, pages, document) => {
  const { Document, HeadingLevel, Packer, Paragraph, Table, TableCell, TableRow, TextRun, WidthType } = await import('docx')
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
  const children = pages.flatMap((page, at) => {
    const blocks = blocksOf(page.words)
    const [first] = blocks
    // Only a paragraph can begin a page.
    const opening = at > 0 && first?.kind !== 'heading' && first?.kind !== 'paragraph' ? [new Paragraph({ pageBreakBefore: true })] : []
    return [
      ...opening,
      ...blocks.map((block, place) => (block.kind === 'table' ? table(block.rows) : paragraph(block, at > 0 && place === 0))),
    ]
  })
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
