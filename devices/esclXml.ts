import { XMLParser } from 'fast-xml-parser'
import { z } from 'zod'
import { sizeOfPaper } from '../core/model/paper'
import type { Capabilities, DeviceStatus, ScanSettings } from './device'

const parser = new XMLParser({ removeNSPrefix: true, ignoreAttributes: true, parseTagValue: false, processEntities: false })

const many = <T extends z.ZodType>(item: T) =>
  z.preprocess(value => (value === undefined || value === '' ? [] : Array.isArray(value) ? (value as unknown[]) : [value]), z.array(item))

const Profile = z.object({
  ColorModes: z
    .object({ ColorMode: many(z.string()) })
    .optional()
    .catch(undefined),
  DocumentFormats: z
    .object({ DocumentFormat: many(z.string()), DocumentFormatExt: many(z.string()) })
    .optional()
    .catch(undefined),
  SupportedResolutions: z
    .object({ DiscreteResolutions: z.object({ DiscreteResolution: many(z.object({ XResolution: z.coerce.number() })) }) })
    .optional()
    .catch(undefined),
})
const Input = z
  .object({ SettingProfiles: z.object({ SettingProfile: many(Profile) }) })
  .optional()
  .catch(undefined)

const CapabilitiesXml = z.object({
  ScannerCapabilities: z.object({
    MakeAndModel: z.string().catch('Scanner'),
    Platen: z.object({ PlatenInputCaps: Input }).optional().catch(undefined),
    Adf: z.object({ AdfSimplexInputCaps: Input, AdfDuplexInputCaps: Input }).optional().catch(undefined),
  }),
})

const modes = { BlackAndWhite1: 'mono', Grayscale8: 'grey', RGB24: 'colour' } as const

/** What an eSCL device says of itself. @throws {Error} where the answer is not eSCL */
export function readCapabilities(xml: string): Capabilities {
  const { ScannerCapabilities: found } = CapabilitiesXml.parse(parser.parse(xml))
  const inputs = [found.Adf?.AdfSimplexInputCaps, found.Adf?.AdfDuplexInputCaps, found.Platen?.PlatenInputCaps]
  const profiles = inputs.flatMap(input => input?.SettingProfiles.SettingProfile ?? [])
  const colourModes = profiles.flatMap(profile => profile.ColorModes?.ColorMode ?? [])
  const resolutions = profiles.flatMap(profile => profile.SupportedResolutions?.DiscreteResolutions.DiscreteResolution ?? [])
  const formats = profiles.flatMap(profile => [
    ...(profile.DocumentFormats?.DocumentFormat ?? []),
    ...(profile.DocumentFormats?.DocumentFormatExt ?? []),
  ])
  return {
    model: found.MakeAndModel,
    feeder: found.Adf !== undefined,
    duplex: found.Adf?.AdfDuplexInputCaps !== undefined,
    glass: found.Platen !== undefined,
    colourModes: Object.entries(modes).flatMap(([code, mode]) => (colourModes.includes(code) ? [mode] : [])),
    resolutions: [...new Set(resolutions.map(resolution => resolution.XResolution))].sort((a, b) => a - b),
    formats: [...new Set(formats)],
  }
}

const JobInfo = z.object({ JobUri: z.string(), JobState: z.string(), ImagesCompleted: z.coerce.number().int().optional().catch(undefined) })
const StatusXml = z.object({
  ScannerStatus: z.object({
    State: z.string(),
    AdfState: z.string().optional(),
    Jobs: z
      .object({ JobInfo: many(JobInfo) })
      .optional()
      .catch(undefined),
  }),
})

const feederFaults: Record<string, DeviceStatus['fault']> = {
  ScannerAdfJam: 'jam',
  ScannerAdfMispick: 'jam',
  ScannerAdfMultipickDetected: 'double-feed',
  ScannerAdfHatchOpen: 'cover-open',
}

/** A place that a device names, on that device: whatever host it writes, no other one is asked. */
export function onDevice(place: string, base: string): string {
  const { pathname, search } = new URL(place, `${base}/`)
  return new URL(pathname + search, base).href
}

/** What an eSCL device is doing. @throws {Error} where the answer is not eSCL */
export function readStatus(xml: string, base: string): DeviceStatus {
  const { State, AdfState, Jobs } = StatusXml.parse(parser.parse(xml)).ScannerStatus
  return {
    state: State === 'Idle' ? 'idle' : State === 'Processing' || State === 'Testing' ? 'busy' : 'stopped',
    fault: feederFaults[AdfState ?? ''] ?? null,
    feederLoaded: AdfState === undefined ? null : AdfState !== 'ScannerAdfEmpty',
    jobs: (Jobs?.JobInfo ?? []).map(job => ({
      address: onDevice(job.JobUri, base),
      running: ['Pending', 'Processing'].includes(job.JobState),
      broken: ['Canceled', 'Aborted'].includes(job.JobState),
      completed: job.ImagesCompleted ?? null,
    })),
  }
}

/** eSCL's unit: three-hundredths of an inch. */
const unitsPerInch = 300

/**
 * The settings as eSCL's XML. eSCL has no word for a gentle feed, so that stands in a namespace of ours; devices
 * ignore what they do not know.
 */
export function writeSettings(settings: ScanSettings): string {
  // Feeder paper of unknown size is scanned as A4.
  const paper = sizeOfPaper(settings.paper)
  const [page, height] = [Math.round(paper.width * unitsPerInch), Math.round(paper.height * unitsPerInch)]
  const width = settings.opened ? page * 2 : page
  return `<?xml version="1.0" encoding="UTF-8"?>
<scan:ScanSettings xmlns:scan="http://schemas.hp.com/imaging/escl/2011/05/03" xmlns:pwg="http://www.pwg.org/schemas/2010/12/sm">
  <pwg:Version>2.63</pwg:Version>
  <pwg:ScanRegions><pwg:ScanRegion>
    <pwg:ContentRegionUnits>escl:ThreeHundredthsOfInches</pwg:ContentRegionUnits>
    <pwg:XOffset>0</pwg:XOffset><pwg:YOffset>0</pwg:YOffset><pwg:Width>${width}</pwg:Width><pwg:Height>${height}</pwg:Height>
  </pwg:ScanRegion></pwg:ScanRegions>
  <pwg:InputSource>${settings.source === 'feeder' ? 'Feeder' : 'Platen'}</pwg:InputSource>
  <pwg:ContentType>${{ text: 'Text', 'text-and-pictures': 'TextAndPhoto', photo: 'Photo' }[settings.original]}</pwg:ContentType>
  <scan:Duplex>${settings.twoSided}</scan:Duplex>
  <scan:ColorMode>${settings.colour === 'grey' ? 'Grayscale8' : 'RGB24'}</scan:ColorMode>
  <scan:XResolution>${settings.dpi}</scan:XResolution>
  <scan:YResolution>${settings.dpi}</scan:YResolution>
${settings.gentle ? '  <feed:Speed xmlns:feed="urn:rubricator:feed">Gentle</feed:Speed>\n' : ''} 
  <pwg:DocumentFormat>image/jpeg</pwg:DocumentFormat>
  <scan:DocumentFormatExt>image/jpeg</scan:DocumentFormatExt>
</scan:ScanSettings>`
}
