import { drawnSide } from '../../standins/paper/drawn'
import { asPdf } from '../../standins/paper/encode'
import { documentsOf } from '../../standins/paper/part'
import { makeStack } from '../../standins/paper/stacks'

const dpi = 200

/** Documents of a stack as a scanner elsewhere would have filed them: one PDF. */
export async function asScans(id: string, seed: number, documents: string, colour: 'grey' | 'colour' = 'grey'): Promise<Buffer> {
  const stack = documentsOf(makeStack(id, seed), documents)
  const pictures: Buffer[] = []
  for (const { sheet, side } of stack.truth.sides) pictures.push(await drawnSide(stack, sheet - 1, side, { dpi, colour }))
  return asPdf(pictures, dpi)
}
