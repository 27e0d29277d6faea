import { DeviceError } from '../../../devices/device'
import { esclDevice } from '../../../devices/escl'
import { DeviceDetail } from '../../../shared/views/devices'
import { findDevice } from '../../../store/setup/devices'
import { panelPairedAt } from '../../../store/setup/panels'
import { store } from '../../context'
import { notThere } from '../../refusals'
import { defineRoute, Identity } from '../../route'
import { toldStatus } from '../../toldStatus'

const patienceSeconds = 4

export default defineRoute({
  does: 'A device with what it says that it can do and what it is doing, or what to check where it does not answer.',
  may: 'steward',
  params: Identity,
  answer: DeviceDetail,
  async run({ params }): Promise<DeviceDetail> {
    const { sql } = store()
    const row = await findDevice(sql, params.id)
    if (!row) throw notThere()
    const device = esclDevice(row, patienceSeconds)
    const panel = await panelPairedAt(sql, row.id)
    try {
      const [{ formats: _, ...capabilities }, status] = [await device.capabilities(), toldStatus(await device.status())]
      return { ...row, panel, capabilities, status, trouble: null }
    } catch (error) {
      const trouble =
        error instanceof DeviceError
          ? error.message
          : `What answers at ${row.address} does not speak eSCL. Look in the device's own settings for driverless scanning, and for ` +
            `the address to use.`
      return { ...row, panel, capabilities: null, status: null, trouble }
    }
  },
})
