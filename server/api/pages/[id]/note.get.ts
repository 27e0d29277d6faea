import { noteOfPage } from '../../../../store/batches/show'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Why a page is where it is, with the evidence.',
  may: { see: 'page' },
  async run({ params }) {
    const found = await noteOfPage(store().sql, params.id)
    if (!found) throw notThere()
    return found
  },
})
