import { z } from 'zod'
import { Word } from '../../../../core/model/evidence'
import { wordsOfPage } from '../../../../store/pages/words'
import { store } from '../../../context'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'The words of a page, for filling a field by a click on the picture.',
  may: { see: 'page' },
  answer: z.array(Word),
  run: ({ params }) => wordsOfPage(store().sql, params.id),
})
