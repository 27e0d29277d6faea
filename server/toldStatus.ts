import type { DeviceStatus } from '../devices/device'
import type { DeviceState } from '../shared/views/devices'

/** What a device is doing, without the scans that it remembers: their addresses are nobody's business. */
export const toldStatus = ({ state, feederLoaded, fault }: DeviceStatus): DeviceState => ({ state, feederLoaded, fault })
