import type { FeederFault } from '../../core/model/feederFault'

export interface DeviceChoice {
  id: string
  name: string
  status: { state: 'idle' | 'busy' | 'stopped'; feederLoaded: boolean | null; fault: FeederFault | null } | null
}
export interface DeviceDetail {
  id: string
  name: string
  address: string
  /** The certificate that it must show (SHA-256), where a steward confirmed one. */
  certificate: string | null
  /** Where it prints; null where it does not. */
  printer: string | null
  /** When its panel was paired. */
  panel: string | null
  capabilities: { model: string; feeder: boolean; duplex: boolean; glass: boolean; colourModes: string[]; resolutions: number[] } | null
  status: DeviceChoice['status']
  trouble: string | null
}
export interface PanelView {
  device: { id: string; name: string; status: DeviceChoice['status'] } | null
}
