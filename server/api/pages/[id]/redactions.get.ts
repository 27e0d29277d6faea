import { batchOf } from '../../../../store/people/rights'
import { redactionsOfPage } from '../../../../store/pages/redactions'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'What is blacked out on a page, and who said so.',
  may: { see: 'page' },
  async run({ person, params }) {
    const found = await redactionsOfPage(store().sql, params.id)
    if (!found) throw notThere()
    return { ...found, mayLook: (await batchOf(store().sql, person, 'page', params.id, 'original')) !== null }
  },
})
