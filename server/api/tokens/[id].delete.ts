import { Done } from '../../../shared/views/done'
import { endToken } from '../../../store/people/tokens'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'

export default defineRoute({
  does: 'Ends a token for good: the program that shows it is refused from now on.',
  may: 'steward',
  setting: 'token',
  params: Identity,
  answer: Done,
  async run({ params }) {
    if (!(await endToken(store().sql, params.id))) throw notThere()
    return { ok: true }
  },
})
