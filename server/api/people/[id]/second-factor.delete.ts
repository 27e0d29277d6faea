import { Done } from '../../../../shared/views/done'
import { dropSecondFactor } from '../../../../store/people/secondFactor'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Takes a person’s second factor away, for whoever lost the authenticator.',
  may: 'steward',
  setting: 'person',
  params: Identity,
  answer: Done,
  async run({ params: { id } }) {
    if (!(await dropSecondFactor(store().sql, id))) throw conflict('This person has no second factor.')
    return { ok: true }
  },
})
