import { z } from 'zod'
import { handOver } from '../../../../flow/handOver'
import { Done } from '../../../../shared/views/done'
import { showBatch } from '../../../../store/batches/show'
import { findPerson } from '../../../../store/people/manage'
import { store } from '../../../context'
import { mailNotice } from '../../../notices'
import { conflict } from '../../../refusals'
import { defineRoute, refuse } from '../../../route'

const why = z.string().trim().min(1, 'a word why').max(500)

export default defineRoute({
  does: 'Hands a batch to another person, or to a group any of whose people may take it, with a word why.',
  may: { change: 'batch', act: 'scan' },
  body: z.union([z.strictObject({ person: z.uuid(), why }), z.strictObject({ group: z.uuid(), why })]),
  answer: Done,
  async run({ person, actor, batch, body: { why: word, ...to } }) {
    const { sql } = store()
    const done = await handOver(store(), actor, batch, to, word)
    if (done === 'over') throw conflict('Nothing is left to do with this batch, so there is nothing to hand over.')
    if (done === 'not theirs') throw refuse(422, 'They may not work with this rubric. Choose somebody else, or ask a steward.')
    if ('person' in to && to.person !== person.id) {
      const [taker, shown] = await Promise.all([findPerson(sql, to.person), showBatch(sql, batch)])
      void mailNotice(taker?.mail ?? null, `${shown?.name ?? 'A batch'} is yours now`, `${person.name} handed it over to you: ${word}`)
    }
    return { ok: true }
  },
})
