import { Done } from '../../../shared/views/done'
import { dropSecondFactor } from '../../../store/people/secondFactor'
import { requireProof } from '../../access'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Takes one’s own second factor away.',
  may: 'person',
  answer: Done,
  async run({ event, person }) {
    await requireProof(event)
    await dropSecondFactor(store().sql, person.id)
    return { ok: true }
  },
})
