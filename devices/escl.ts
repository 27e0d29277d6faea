import { setTimeout as pause } from 'node:timers/promises'
import { faultWords } from '../core/model/feederFault'
import { DeviceError, type Capabilities, type Device, type DeviceStatus, type ScannedFile, type ScanSettings } from './device'
import { reachedFetch } from '../reach/fetch'
import { refusedReach } from '../reach/networks'
import { CertificateError, isUnvouched } from '../reach/pinned'
import { onDevice, readCapabilities, readStatus, writeSettings } from './esclXml'

const usualSeconds = 15
// A side may take long: large paper at 600 dpi in colour.
const sideSeconds = 180
const mostBytes = 400 * 1024 * 1024

/** Where a device is: its name for people, an address such as http://host/eSCL, and the certificate that it must show. */
export interface DevicePlace {
  name: string
  address: string
  certificate?: string | null
}

/** A device that speaks eSCL (the driverless scanning protocol over HTTP or HTTPS). */
export function esclDevice({ name, address, certificate = null }: DevicePlace, answerSeconds = usualSeconds): Device {
  const base = address.replace(/\/+$/, '')
  const ask = (path: string, init: RequestInit = {}, seconds = answerSeconds) =>
    request(name, path.startsWith('http') ? path : `${base}/${path}`, { ...init, certificate }, seconds)

  return {
    async capabilities(): Promise<Capabilities> {
      return readCapabilities(await text(await ask('ScannerCapabilities'), name))
    },

    async status(): Promise<DeviceStatus> {
      return readStatus(await text(await ask('ScannerStatus'), name), base)
    },

    async start(settings: ScanSettings): Promise<string> {
      const { state, feederLoaded, fault } = await this.status()
      if (fault && settings.source === 'feeder') throw new DeviceError(`${faultWords(fault, name)} Then start again.`)
      if (state === 'busy') throw new DeviceError(`${name} is busy with another scan. Wait until it is free, then start again.`)
      if (settings.source === 'feeder' && feederLoaded === false)
        throw new DeviceError(`The feeder of ${name} is empty. Load the paper, then start again.`)
      const capabilities = await this.capabilities()
      if (settings.source === 'glass' && !capabilities.glass)
        throw new DeviceError(`${name} has no glass. Choose another device, or a rubric for the feeder.`)
      if (settings.source === 'feeder' && !capabilities.feeder)
        throw new DeviceError(`${name} has no feeder. Choose another device, or a rubric for the glass.`)
      if (settings.twoSided && !capabilities.duplex)
        throw new DeviceError(`${name} cannot scan both sides. Choose another device, or a rubric for one side.`)
      const dpi = nearest(settings.dpi, capabilities.resolutions)
      const response = await ask('ScanJobs', {
        method: 'POST',
        headers: { 'content-type': 'text/xml' },
        body: writeSettings({ ...settings, dpi }),
      })
      if (response.status === 409 || response.status === 503)
        throw new DeviceError(
          settings.source === 'glass' && response.status === 409
            ? `Nothing lies on the glass of ${name}. Lay the page down, then start again.`
            : `${name} does not take a scan now (it answered ${response.status}). Check that it is idle and paper is loaded, then ` +
                `start again.`,
        )
      const location = response.headers.get('location')
      if (response.status !== 201 || !location)
        throw new DeviceError(`${name} refused the scan with ${response.status}. Switch it off and on if this stays.`)
      return onDevice(location, base)
    },

    async next(job: string, source: ScanSettings['source']): Promise<ScannedFile | null> {
      const until = Date.now() + sideSeconds * 1000
      for (;;) {
        const response = await ask(`${job}/NextDocument`, {}, sideSeconds)
        if (response.status === 200) return file(response, name)
        // 404: no more paper. 410: the job is gone, which after the last side is the same.
        if (response.status === 404 || response.status === 410) {
          checkEnd(await this.status(), job, source, name)
          return null
        }
        if (response.status === 409) throw new DeviceError(faultWords((await this.status()).fault ?? 'jam', name))
        if (response.status !== 503 || Date.now() > until)
          throw new DeviceError(`${name} answered ${response.status} instead of the next side.`)
        await pause(500)
      }
    },

    async cancel(job: string): Promise<void> {
      const response = await ask(job, { method: 'DELETE' })
      if (!response.ok && response.status !== 404 && response.status !== 410)
        throw new DeviceError(`${name} did not cancel (it answered ${response.status}). Press stop on the device.`)
    },
  }
}

/** A scan that was stopped at the device ends with the same answer as one that came to its end. */
function checkEnd({ jobs, feederLoaded }: DeviceStatus, job: string, source: ScanSettings['source'], name: string): void {
  const left = source === 'feeder' && feederLoaded
  const broken = jobs.some(known => known.broken && known.address === job)
  if (broken || left) {
    throw new DeviceError(`The scan was stopped at ${name}${left ? ' with paper left in its feeder' : ''}.`)
  }
}

async function request(name: string, url: string, init: Parameters<typeof reachedFetch>[1], seconds: number): Promise<Response> {
  try {
    return await reachedFetch(url, { ...init, signal: AbortSignal.timeout(seconds * 1000) })
  } catch (error) {
    const refused = refusedReach(error)
    if (refused) throw new DeviceError(`${name} cannot be asked: ${refused.message}`, { cause: error })
    if (error instanceof Error && error.cause instanceof CertificateError)
      throw new DeviceError(`${name} is not asked: ${error.cause.message}`, { cause: error })
    if (isUnvouched(error))
      throw new DeviceError(
        `${name} shows a certificate for which nobody vouches. Have a steward look at it under Set-up and confirm it.`,
        {
          cause: error,
        },
      )
    throw new DeviceError(
      `${name} does not answer at ${new URL(url).host}. Check that it is switched on, awake and connected to the network.`,
      { cause: error },
    )
  }
}

async function text(response: Response, name: string): Promise<string> {
  if (!response.ok)
    throw new DeviceError(`${name} answered ${response.status} when asked about itself. Switch it off and on if this stays.`)
  return response.text()
}

async function file(response: Response, name: string): Promise<ScannedFile> {
  try {
    const bytes = Buffer.from(await response.arrayBuffer())
    if (bytes.length === 0 || bytes.length > mostBytes)
      throw new DeviceError(`${name} sent a side of ${bytes.length} bytes, which cannot be right. Scan from this sheet again.`)
    return { bytes, mediaType: (response.headers.get('content-type') ?? 'application/octet-stream').split(';')[0]!.trim() }
  } catch (error) {
    if (error instanceof DeviceError) throw error
    throw new DeviceError(`The connection to ${name} broke in the middle of a side.`, { cause: error })
  }
}

function nearest(wanted: number, offered: readonly number[]): number {
  if (offered.length === 0) return wanted
  // Never below what the rubric asks for where the device can do it: below 200 dpi barcodes start to fail.
  return [...offered].sort((a, b) => a - b).find(dpi => dpi >= wanted) ?? Math.max(...offered)
}
