import { z } from 'zod'
import { addBatch, startBatch } from '../../../flow/start'
import { findDevice } from '../../../store/setup/devices'
import { store } from '../../context'
import { newBatch, Start } from '../../newBatch'
import { defineRoute, refuse } from '../../route'

export default defineRoute({
  does: 'Starts a batch, with its first load where a device scans it; without a device it waits for files.',
  may: 'person',
  status: 201,
  body: Start.extend({ device: z.uuid().optional() }),
  answer: z.strictObject({ id: z.number() }),
  async run({ person, actor, body: { device, ...asked } }) {
    const { sql } = store()
    const scanner = device ? await findDevice(sql, device) : null
    if (device && !scanner) throw refuse(404, 'This device is no longer here. Choose another one.')
    const batch = await newBatch(person, asked, scanner?.name ?? 'files')
    return { id: device ? await startBatch(store(), actor, { ...batch, device }) : await sql.begin(tx => addBatch(tx, actor, batch)) }
  },
})
