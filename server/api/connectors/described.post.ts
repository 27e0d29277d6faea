import { z } from 'zod'
import { readDescription } from '../../../connectors/described'
import { DescribedView } from '../../../shared/views/setUp'
import { fieldsOfRubrics } from '../../../store/setup/rubrics'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Reads another program’s OpenAPI description: how its records are found, given documents, and changed.',
  may: 'steward',
  body: z.strictObject({ address: z.url({ protocol: /^https?$/ }).max(2000) }),
  answer: DescribedView,
  async run({ body: { address } }): Promise<DescribedView> {
    const fields = await fieldsOfRubrics(store().sql)
    try {
      return { ...(await readDescription(address)), fields }
    } catch (error) {
      throw refuse(502, error instanceof Error ? error.message : String(error))
    }
  },
})
