import { z } from 'zod'
import { checkPrinter } from '../../../../connectors/ippPrinter'
import { setPrinter } from '../../../../store/setup/devices'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity, refuse } from '../../../route'

export default defineRoute({
  does: 'Says where a device prints, once what is there answers and takes PDF; or that it does not.',
  may: 'steward',
  setting: 'device',
  params: Identity,
  body: z.strictObject({ printer: z.url({ protocol: /^ipps?$/, error: 'an address such as ipp://192.0.2.7/ipp/print' }).nullable() }),
  answer: z.strictObject({ says: z.string().nullable() }),
  async run({ params, body: { printer } }) {
    const says = printer === null ? null : await asked(printer)
    if (!(await setPrinter(store().sql, params.id, printer))) throw notThere()
    return { says }
  },
})

async function asked(printer: string): Promise<string> {
  try {
    return await checkPrinter(printer)
  } catch (error) {
    throw refuse(422, error instanceof Error ? error.message : String(error))
  }
}
