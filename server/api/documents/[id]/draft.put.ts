import { z } from 'zod'
import { keepDraft, Typed } from '../../../../flow/entryDraft'
import { Done } from '../../../../shared/views/done'
import { store } from '../../../context'
import { conflict } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'Keeps what is typed on an entry card, before it is right or whole, and renews the lease.',
  may: { change: 'document', act: 'index' },
  body: z.strictObject({ typed: Typed, pass: z.int().min(1).max(3) }),
  answer: Done,
  async run({ actor, batch, params: { id }, body }) {
    if (!(await keepDraft(store().sql, actor, { id, batch }, body))) throw conflict('This document is no longer open. Load it again.')
    return { ok: true }
  },
})
