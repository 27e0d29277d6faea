import type { FeederFault } from '../core/model/feederFault'
import type { Rubric } from '../core/rubric/rubric'

/** What a scanning device can do, read from the device. */
export interface Capabilities {
  model: string
  feeder: boolean
  duplex: boolean
  glass: boolean
  colourModes: ('mono' | 'grey' | 'colour')[]
  resolutions: number[]
  formats: string[]
}

export interface DeviceStatus {
  state: 'idle' | 'busy' | 'stopped'
  /** Null where the device does not say. */
  feederLoaded: boolean | null
  /** What keeps the feeder from working; null where nothing does. */
  fault: FeederFault | null
  /** Scans that the device remembers; `broken` ones were stopped before their end. */
  jobs: DeviceJob[]
}

/** `completed` counts the sides that the device has given. */
export interface DeviceJob {
  address: string
  running: boolean
  broken: boolean
  completed: number | null
}

/** How to scan; taken from a rubric. */
export interface ScanSettings {
  source: 'feeder' | 'glass'
  twoSided: boolean
  colour: 'grey' | 'colour'
  dpi: number
  paper: Rubric['scan']['paper']
  /** Two pages of that paper side by side. */ opened: boolean
  gentle: boolean
  original: Rubric['scan']['original']
}

/** One file that the device handed over. */
export interface ScannedFile {
  bytes: Buffer
  mediaType: string
}

/** Which sheets of a load that broke off are in, and which to load again: none is lost and none comes twice. */
export function afterBreak(sides: number, { source, twoSided }: Pick<ScanSettings, 'source' | 'twoSided'>): string {
  if (source === 'glass') return 'Then scan the page again.'
  const whole = twoSided ? Math.floor(sides / 2) : sides
  const halfIn = twoSided && sides % 2 === 1
  const again = halfIn ? ` Sheet ${whole + 1} lacks its back, so it is scanned again: lay it on top of the rest.` : ''
  if (whole === 0) return `No sheet of this load is in.${again} Then scan the next load.`
  return (
    `Of this load, ${whole === 1 ? 'sheet 1 is' : `sheets 1 to ${whole} are`} in and ` +
    `safe.${again || ` Go on with sheet ${whole + 1}.`} Then scan the next load.`
  )
}

/** A scanner, whatever it speaks. Its errors are sentences for the person at it. */
export interface Device {
  capabilities(): Promise<Capabilities>
  status(): Promise<DeviceStatus>
  /** Starts a scan and gives the device's own name for it. */
  start(settings: ScanSettings): Promise<string>
  /** The next file of a scan, or null after the last. Asking for the next tells the device that the one before is taken. */
  next(job: string, source: ScanSettings['source']): Promise<ScannedFile | null>
  cancel(job: string): Promise<void>
}

/** A device did not do what was asked: what happened, to what, and what to do. */
export class DeviceError extends Error {}

/**
 * What a rubric asks of a device. Mono is made by us from grey, because our threshold follows the paper
 * and dropout needs colour; a device's own mono has thrown that away.
 */
export function scanSettings(rubric: Rubric): ScanSettings {
  const { source, sides, colour, dpi, paper, mixedSizes, gentle, original } = rubric.scan
  // Every sheet fits the largest; the paper is found on it afterwards.
  const size = mixedSizes ? 'A3' : paper
  const takesColoursOut = rubric.clean.dropout.length + rubric.clean.keepInk.length > 0
  const grey = colour === 'grey' || (colour === 'mono' && !takesColoursOut)
  return {
    source,
    twoSided: source === 'feeder' && sides === 'both',
    colour: grey ? 'grey' : 'colour',
    dpi,
    paper: size,
    opened: rubric.clean.spread !== 'none',
    gentle,
    original,
  }
}
