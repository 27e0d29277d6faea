import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { drawnSide } from '../standins/paper/drawn'
import { asTiff } from '../standins/paper/encode'
import { makeStack } from '../standins/paper/stacks'
import { Drawing, fonts } from '../standins/paper/drawing'
import { sentences } from '../standins/paper/officeLetters'
import { Pile, wear } from '../standins/paper/pile'
import { Random } from '../standins/paper/random'
import type { Stack } from '../standins/paper/stack'

export interface DrawnSide {
  file: string
  side: 'front' | 'back'
}

/** Sheets of plain prose, one side printed from edge to edge of the text, as minutes and reports are. */
export function fullPages(sheets: number): Stack {
  const random = new Random(77)
  const pile = new Pile(['front'])
  pile.begin('minutes', {})
  for (let sheet = 0; sheet < sheets; sheet++) {
    const front = new Drawing()
    let line = ''
    for (let y = 28; y < 276;) {
      const next = `${line} ${random.pick(sentences)}`.trim().split(' ')
      let taken = ''
      while (next.length > 0 && taken.length + next[0]!.length < 92) taken = `${taken} ${next.shift()!}`
      line = next.join(' ')
      if (next.length === 0) continue
      front.text(22, y, taken.trim(), { font: fonts.serif, size: 11 })
      y += 5.2
    }
    pile.lay({ front, back: null, what: 'minutes', worn: wear(random, null, false) })
  }
  return pile.stack('full-pages', 'Full pages', 77)
}

/** Draws the demo's permit files. */
export const permitFiles = (): Stack => makeStack('mooring-permits', 1)

/** Scans a stack at 200 dpi, a file for each side: what a device's own mono gives, or grey. */
export async function drawSides(folder: string, stack: Stack, mode: 'mono' | 'grey'): Promise<DrawnSide[]> {
  await mkdir(folder, { recursive: true })
  const drawn: DrawnSide[] = []
  for (const [at, { sheet, side }] of stack.truth.sides.entries()) {
    const picture = await drawnSide(stack, sheet - 1, side, { dpi: 200, colour: mode })
    const file = join(folder, `${String(at + 1).padStart(3, '0')}.${mode === 'mono' ? 'tif' : 'jpg'}`)
    await writeFile(file, mode === 'mono' ? await asTiff([picture], 200) : picture)
    drawn.push({ file, side })
  }
  return drawn
}
