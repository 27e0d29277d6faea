import { z } from 'zod'
import { PageNote } from '../../../../shared/views/pages'
import { noteOfPage } from '../../../../store/batches/show'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Why a page is where it is, with the evidence.',
  may: { see: 'page' },
  answer: PageNote.extend({ batch: z.number() }),
  async run({ params }) {
    const found = await noteOfPage(store().sql, params.id)
    if (!found) throw notThere()
    return found
  },
})
