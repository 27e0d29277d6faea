import { Done } from '../../../../shared/views/done'
import { removeDevice, usesOfDevice } from '../../../../store/setup/devices'
import { store } from '../../../context'
import { conflict, notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'

export default defineRoute({
  does: 'Removes a device that no batch takes paper from and that has no panel. What was scanned there keeps its name.',
  may: 'steward',
  setting: 'device',
  params: Identity,
  answer: Done,
  async run({ params: { id } }) {
    await store().sql.begin(async tx => {
      const { batches, panel } = await usesOfDevice(tx, id)
      if (batches.length)
        throw conflict(`${batches.join(', ')} ${batches.length === 1 ? 'takes' : 'take'} paper from it. Complete or drop that first.`)
      if (panel) throw conflict('A panel is paired with it. Unpair that first.')
      if (!(await removeDevice(tx, id))) throw notThere()
    })
    return { ok: true }
  },
})
