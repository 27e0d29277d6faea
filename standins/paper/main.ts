import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { drawnSide } from './drawn'
import { asPdf, asTiff } from './encode'
import { documentsOf } from './part'
import type { ColourMode } from './scan'
import { makeStack, stackIds } from './stacks'

const { values } = parseArgs({
  options: {
    stack: { type: 'string', default: 'mooring-permits' },
    seed: { type: 'string', default: '1' },
    dpi: { type: 'string', default: '200' },
    colour: { type: 'string', default: 'grey' },
    format: { type: 'string', default: 'pdf' },
    // Only these documents of the stack: 3,5-6.
    documents: { type: 'string' },
    out: { type: 'string' },
  },
})
const modes: ColourMode[] = ['mono', 'grey', 'colour']
const mode = modes.find(known => known === values.colour)
const formats = ['pdf', 'jpeg', 'tiff']
const seed = Number(values.seed)
const dpi = Number(values.dpi)
if (!values.out || !mode || !formats.includes(values.format) || !Number.isInteger(seed) || !(dpi >= 50 && dpi <= 600)) {
  console.error(
    `paper --out DIR [--stack ${stackIds.join('|')}] [--seed N] [--dpi 50..600] [--colour mono|grey|colour] [--format ` +
      `pdf|jpeg|tiff] [--documents 3,5-6]`,
  )
  process.exit(2)
}

// Draws a demo stack as scanned files, with the truth beside them.
const whole = makeStack(values.stack, seed)
const stack = values.documents === undefined ? whole : documentsOf(whole, values.documents)
await mkdir(values.out, { recursive: true })
const pictures: Buffer[] = []
for (const [at, truth] of stack.truth.sides.entries()) {
  const picture = await drawnSide(stack, truth.sheet - 1, truth.side, { dpi, colour: mode })
  if (values.format === 'jpeg') await writeFile(join(values.out, `side-${at + 1}.jpg`), picture)
  else pictures.push(picture)
}
if (values.format === 'pdf') await writeFile(join(values.out, `${stack.id}.pdf`), await asPdf(pictures, dpi))
if (values.format === 'tiff') await writeFile(join(values.out, `${stack.id}.tif`), await asTiff(pictures, dpi))
await writeFile(join(values.out, `${stack.id}.truth.json`), `${JSON.stringify(stack.truth, null, 2)}\n`)
console.log(
  `${stack.title}: ${stack.sheets.length} sheets, ${stack.truth.sides.length} sides, ${stack.truth.documents.length} ` +
    `documents, seed ${seed}.`,
)
