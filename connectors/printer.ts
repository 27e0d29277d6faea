import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { defineConnector, Refusal, type Delivery, type Receipt } from './connector'
import { checkPrinter, printPdf } from './ippPrinter'

const Options = z.strictObject({
  address: z
    .url({ protocol: /^(ipps?|https?)$/ })
    .optional()
    .meta({
      title: 'Address',
      description: 'The printer’s, such as ipp://printer.example/ipp/print; none prints at the device where it was scanned',
    }),
  sides: z
    .enum(['one-sided', 'two-sided-long-edge', 'two-sided-short-edge'])
    .default('two-sided-long-edge')
    .meta({ title: 'Sides', description: 'One side of the paper, or both: like a book or like a notepad' }),
  colour: z
    .enum(['auto', 'color', 'monochrome'])
    .default('auto')
    .meta({ title: 'Colour', description: 'As the document is, colour, or mono' }),
  copies: z.int().min(1).max(99).default(1).meta({ title: 'Copies', description: 'How many of each document' }),
})
type Options = z.infer<typeof Options>

/** A printer that speaks IPP (RFC 8010, RFC 8011) and takes PDF. */
export default defineConnector({
  name: 'printer',
  label: 'printer (IPP)',
  options: Options,
  open: options => ({
    deliver: delivery => deliver(options, delivery),
    check: async () =>
      options.address === undefined
        ? 'It prints where the paper was scanned. Nothing was asked or printed.'
        : checkPrinter(options.address),
    dispose: async () => undefined,
  }),
})

async function deliver({ address: own, ...usual }: Options, delivery: Delivery): Promise<Receipt> {
  const { printer = null, copies = null, sides = null } = delivery.printing ?? {}
  const address = own ?? printer
  if (address === null)
    throw new Refusal('It was not scanned at a device that prints. A steward says under Set-up where a device prints; then send it again.')
  const choices = { ...usual, copies: copies ?? usual.copies, sides: sides ?? usual.sides }
  const files = delivery.files.filter(file => file.mediaType === 'application/pdf')
  if (!files.length) throw new Refusal('A printer takes PDF, and this document has none. Give its rubric one, and send it here.', 'never')
  const jobs: number[] = []
  for (const file of files) {
    const name = `Rubricator ${delivery.id} ${file.sha256.slice(0, 12)}`
    jobs.push(await printPdf(address, name, await readFile(file.path), choices))
  }
  return { place: address, answer: `${new URL(address).host} printed it as job ${jobs.join(', ')}.` }
}
