import { shownValue } from '../../../../core/fields/fieldValue'
import { typeOf } from '../../../../core/rubric/rubric'
import { SlipPage } from '../../../../shared/views/slips'
import { findOffice } from '../../../../store/setup/office'
import { rubricOfBatch } from '../../../../store/setup/rubrics'
import { slipRow } from '../../../../store/slips/list'
import { documentToDeliver, findSlip } from '../../../../store/slips/toDeliver'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute } from '../../../route'

export default defineRoute({
  does: 'A slip with everything that it is a proof of: files with their digests, index values, place and answer.',
  may: { see: 'slip' },
  answer: SlipPage,
  async run({ params, batch }): Promise<SlipPage> {
    const { sql } = store()
    const [row, slip] = await Promise.all([slipRow(sql, params.id), findSlip(sql, params.id)])
    if (!row || !slip) throw notThere()
    const [facts, rubric, office] = await Promise.all([documentToDeliver(sql, slip), rubricOfBatch(sql, batch), findOffice(sql)])
    const type = typeOf(rubric, facts.type)
    return {
      ...row,
      office: office.name,
      rubric: rubric.name,
      type: type?.label ?? 'Document',
      folder: slip.folder,
      files: facts.files.map(({ name, bytes, sha256, media_type }) => ({ name, bytes, sha256, mediaType: media_type })),
      values: (type?.fields ?? []).flatMap(field => {
        const value = facts.fields[field.id]
        return value ? [{ label: field.label, value: shownValue(field, value.value) }] : []
      }),
    }
  },
})
