import { dropSecondFactor } from '../../../store/people/secondFactor'
import { requireProof } from '../../access'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'Takes one’s own second factor away.',
  may: 'person',
  async run({ event, person }) {
    await requireProof(event)
    await dropSecondFactor(store().sql, person.id)
    return { ok: true }
  },
})
