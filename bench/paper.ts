import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { asJpeg, asTiff } from '../standins/paper/encode'
import { scanSide } from '../standins/paper/scan'
import { makeStack } from '../standins/paper/stacks'

export interface DrawnSide { file: string, side: 'front' | 'back' }

/** Draws a demo stack at 200 dpi, a file for each side: what a device's own mono gives, or grey. */
export async function drawSides(folder: string, seed: number, mode: 'mono' | 'grey'): Promise<DrawnSide[]> {
  await mkdir(folder, { recursive: true })
  const stack = makeStack('mooring-permits', seed)
  const drawn: DrawnSide[] = []
  for (const [at, { sheet, side }] of stack.truth.sides.entries()) {
    const scanned = await scanSide(stack, sheet - 1, side, 200, mode)
    const file = join(folder, `${String(at + 1).padStart(3, '0')}.${mode === 'mono' ? 'tif' : 'jpg'}`)
    await writeFile(file, mode === 'mono' ? await asTiff([scanned], 200) : await asJpeg(scanned, 200))
    drawn.push({ file, side })
  }
  return drawn
}
