import { faultWords } from '~~/core/model/feederFault'
import type { DeviceChoice } from '~~/shared/views/devices'

/** What keeps a scan on this device from starting, and what to do; null where nothing does. */
export function deviceObstacle({ name, status }: Pick<DeviceChoice, 'name' | 'status'>, source: 'feeder' | 'glass'): string | null {
  if (!status) return `${name} does not answer. Check that it is switched on, awake and connected to the network.`
  if (status.state === 'busy') return `${name} is busy: somebody else uses it. Wait until it is free.`
  if (source === 'glass') return null
  if (status.fault) return faultWords(status.fault, name)
  return status.feederLoaded === false ? `The feeder of ${name} is empty. Put the stack in; this page notices.` : null
}

/** The device's state in two or three words. */
export function deviceState(status: DeviceChoice['status']): string {
  if (!status) return 'does not answer'
  if (status.fault) return { jam: 'a sheet is stuck', 'double-feed': 'two sheets at once', 'cover-open': 'cover open' }[status.fault]
  if (status.state === 'busy') return 'scanning'
  return status.feederLoaded === false ? 'ready, feeder empty' : 'ready, paper loaded'
}
