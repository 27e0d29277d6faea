import { setTimeout as pause } from 'node:timers/promises'
import { drawnSide } from '../paper/drawn'
import { asPdf, toJpeg } from '../paper/encode'
import type { Stack } from '../paper/stack'
import type { Feeder } from './feeder'
import type { Glass } from './glass'
import type { Settings } from './settingsXml'

export interface Sent {
  bytes: Buffer
  mediaType: string
}

interface Place {
  stack: Stack
  sheet: number
  face: 'front' | 'back'
}

/** One scan: takes sheet after sheet from the feeder at the device's speed and keeps each side until it was fetched. */
export class ScanJob {
  state: 'Processing' | 'Completed' | 'Canceled' | 'Aborted' = 'Processing'
  completed = 0
  private pending: Promise<Sent | null> | null = null
  private readonly sides: Place[] = []
  private readyAt: number
  private readonly started = Date.now()

  constructor(
    readonly id: string,
    readonly settings: Settings,
    private readonly feeder: Feeder,
    glass: Glass,
    private readonly secondsPerSide: number,
  ) {
    if (settings.source === 'Platen' && glass.face) this.sides.push(glass.face)
    this.readyAt = Date.now()
  }

  get ageSeconds(): number {
    return Math.round((Date.now() - this.started) / 1000)
  }

  /** The next side, scanned now; the same one again until `fetched` is called. Null after the last. */
  next(): Promise<Sent | null> {
    if (this.state !== 'Processing') return Promise.resolve(null)
    return (this.pending ??= this.scan())
  }

  /** The client has the side that `next` gave. */
  fetched(): void {
    this.pending = null
    this.completed++
  }

  cancel(): void {
    if (this.state === 'Processing') this.state = 'Canceled'
  }

  private async scan(): Promise<Sent | null> {
    const place = this.sides.shift() ?? this.feed()
    if (!place) {
      this.state = this.settings.source === 'Feeder' && this.feeder.fault ? 'Aborted' : 'Completed'
      return null
    }
    // Gently is half as fast.
    this.readyAt = Math.max(this.readyAt + this.secondsPerSide * (this.settings.gentle ? 2 : 1) * 1000, Date.now())
    const sent = await this.capture(place)
    await pause(Math.max(0, this.readyAt - Date.now()))
    return sent
  }

  private feed(): Place | null {
    if (this.settings.source === 'Platen') return null
    const taken = this.feeder.take()
    if (!taken) return null
    if (this.settings.duplex) this.sides.push({ ...taken, face: 'back' })
    return { ...taken, face: 'front' }
  }

  private async capture({ stack, sheet, face }: Place): Promise<Sent> {
    const { dpi, colour, format, region } = this.settings
    const picture = await drawnSide(stack, sheet, face, { dpi, colour, region })
    const bytes = format === 'application/pdf' ? await asPdf([picture], dpi) : colour === 'mono' ? await toJpeg(picture, dpi) : picture
    return { bytes, mediaType: format }
  }
}
