import { z } from 'zod'
import { Word } from '../../../../core/model/evidence'
import { findPageImages } from '../../../../store/documents/show'
import { store } from '../../../context'
import { readNow } from '../../../readNow'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Reads a page now, to try a rubric’s fields on it; nothing is kept.',
  may: { see: 'page' },
  body: z.strictObject({
    languages: z
      .array(z.string().regex(/^[a-z]{3}(_[a-z]+)?$/i))
      .min(1)
      .max(6),
  }),
  answer: z.array(Word),
  async run({ params, body }) {
    const { sql, blobs } = store()
    const page = await findPageImages(sql, params.id)
    if (!page?.page_blob || page.dpi === null) throw notThere()
    return readNow(await blobs.local(page.reading_blob ?? page.page_blob), page.dpi, body.languages)
  },
})
