import { SamplingView } from '../../../../../shared/views/rubrics'
import { inspectionOf } from '../../../../../store/setup/sampling'
import { store } from '../../../../context'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'How closely a rubric’s next batch is inspected, where a sampling plan says it.',
  may: 'steward',
  params: Identity,
  answer: SamplingView,
  async run({ params: { id } }): Promise<SamplingView> {
    return { inspection: await inspectionOf(store().sql, id) }
  },
})
