import { PageRedactions } from '../../../../shared/views/pages'
import { redactionsOfPage } from '../../../../store/pages/redactions'
import { batchOf } from '../../../../store/people/rights'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'What is blacked out on a page, and who said so.',
  may: { see: 'page' },
  answer: PageRedactions,
  async run({ person, params }) {
    const found = await redactionsOfPage(store().sql, params.id)
    if (!found) throw notThere()
    return { ...found, mayLook: (await batchOf(store().sql, person, 'page', params.id, 'original')) !== null }
  },
})
