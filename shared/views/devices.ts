import { z } from 'zod'
import { FeederFault } from '../../core/model/feederFault'

export const DeviceState = z.strictObject({
  state: z.enum(['idle', 'busy', 'stopped']),
  /** Null where the device does not say. */
  feederLoaded: z.boolean().nullable(),
  fault: FeederFault.nullable(),
})
export type DeviceState = z.infer<typeof DeviceState>
export const DeviceChoice = z.strictObject({ id: z.string(), name: z.string(), status: DeviceState.nullable() })
export type DeviceChoice = z.infer<typeof DeviceChoice>

export const DeviceDetail = z.strictObject({
  id: z.string(),
  name: z.string(),
  address: z.string(),
  /** The certificate that it must show (SHA-256), where a steward confirmed one. */
  certificate: z.string().nullable(),
  /** Where it prints; null where it does not. */
  printer: z.string().nullable(),
  /** When its panel was paired. */
  panel: z.string().nullable(),
  capabilities: z
    .strictObject({
      model: z.string(),
      feeder: z.boolean(),
      duplex: z.boolean(),
      glass: z.boolean(),
      colourModes: z.array(z.string()),
      resolutions: z.array(z.number()),
    })
    .nullable(),
  status: DeviceState.nullable(),
  trouble: z.string().nullable(),
})
export type DeviceDetail = z.infer<typeof DeviceDetail>

export const PanelView = z.strictObject({
  device: z.strictObject({ id: z.string(), name: z.string(), status: DeviceState.nullable() }).nullable(),
})
export type PanelView = z.infer<typeof PanelView>

/** A scanner that told of itself on the network. */
export const FoundDevice = z.strictObject({ name: z.string(), address: z.string() })
