import type { Block } from './blocks'

const escaped = (text: string) => text.replace(/[\\`*_{}[\]<>#|]/g, letter => `\\${letter}`)
const row = (cells: readonly string[]) => `| ${cells.map(escaped).join(' | ')} |`

/** Recognised text of a page as Markdown (CommonMark with tables). */
export const markdown = (blocks: readonly Block[]): string =>
  blocks
    .map(block => {
      if (block.kind === 'heading') return `${'#'.repeat(block.level)} ${escaped(block.text)}`
      // A line that begins like a list or a heading is none.
      if (block.kind === 'paragraph') return escaped(block.text).replace(/^([-+]|\d+[.)])(?=\s)/, '\\$1')
      const [head = [], ...rows] = block.rows
      return [row(head), row(head.map(() => '---')).replaceAll('\\', ''), ...rows.map(row)].join('\n')
    })
    .join('\n\n')
