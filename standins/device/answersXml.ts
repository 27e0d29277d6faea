import { formats, resolutions } from './settingsXml'
import type { Fault, Feeder } from './feeder'
import type { ScanJob } from './scanJob'

const namespaces = 'xmlns:scan="http://schemas.hp.com/imaging/escl/2011/05/03" xmlns:pwg="http://www.pwg.org/schemas/2010/12/sm"'
const list = (items: readonly (string | number)[], wrap: (item: string | number) => string) => items.map(wrap).join('')
const modes = ['BlackAndWhite1', 'Grayscale8', 'RGB24']
const resolution = (dpi: string | number) =>
  '<scan:DiscreteResolution>' +
  `<scan:XResolution>${dpi}</scan:XResolution><scan:YResolution>${dpi}</scan:YResolution></scan:DiscreteResolution>`

function input(name: string): string {
  return `<scan:${name}>
    <scan:MinWidth>300</scan:MinWidth><scan:MaxWidth>3508</scan:MaxWidth>
      <scan:MinHeight>300</scan:MinHeight><scan:MaxHeight>5100</scan:MaxHeight>
    <scan:MaxScanRegions>1</scan:MaxScanRegions>
    <scan:SettingProfiles><scan:SettingProfile>
      <scan:ColorModes>${list(modes, mode => `<scan:ColorMode>${mode}</scan:ColorMode>`)}</scan:ColorModes>
      <scan:DocumentFormats>${list(formats, format => `<pwg:DocumentFormat>${format}</pwg:DocumentFormat>`)}
      ${list(formats, format => `<scan:DocumentFormatExt>${format}</scan:DocumentFormatExt>`)}</scan:DocumentFormats>
      <scan:SupportedResolutions>
        <scan:DiscreteResolutions>${list(resolutions, resolution)}</scan:DiscreteResolutions>
      </scan:SupportedResolutions>
    </scan:SettingProfile></scan:SettingProfiles>
    <scan:SupportedIntents><scan:Intent>Document</scan:Intent></scan:SupportedIntents>
  </scan:${name}>`
}

/** What the device says that it can do. */
export function capabilitiesXml(name: string, serial: string): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<scan:ScannerCapabilities ${namespaces}>
  <pwg:Version>2.63</pwg:Version>
  <pwg:MakeAndModel>${name}</pwg:MakeAndModel>
  <pwg:SerialNumber>${serial}</pwg:SerialNumber>
  <scan:Platen>${input('PlatenInputCaps')}</scan:Platen>
  <scan:Adf>${input('AdfSimplexInputCaps')}${input('AdfDuplexInputCaps')}<scan:FeederCapacity>100</scan:FeederCapacity>
    <scan:AdfOptions><scan:AdfOption>DetectPaperLoaded</scan:AdfOption><scan:AdfOption>Duplex</scan:AdfOption></scan:AdfOptions>
  </scan:Adf>
</scan:ScannerCapabilities>`
}

const faultWords: Record<Fault, string> = {
  jam: 'ScannerAdfJam',
  'double-feed': 'ScannerAdfMultipickDetected',
  'cover-open': 'ScannerAdfHatchOpen',
}

/** What the device is doing, with its newest jobs. */
export function statusXml(feeder: Feeder, jobs: readonly ScanJob[], busy: boolean): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<scan:ScannerStatus ${namespaces}>
  <pwg:Version>2.63</pwg:Version>
  <pwg:State>${feeder.fault ? 'Stopped' : busy ? 'Processing' : 'Idle'}</pwg:State>
  <scan:AdfState>${feeder.fault ? faultWords[feeder.fault] : feeder.loaded ? 'ScannerAdfLoaded' : 'ScannerAdfEmpty'}</scan:AdfState>
  <scan:Jobs>${jobs
    .slice(-5)
    .reverse()
    .map(
      job => `<scan:JobInfo>
    <pwg:JobUri>/eSCL/ScanJobs/${job.id}</pwg:JobUri><pwg:JobUuid>${job.id}</pwg:JobUuid><scan:Age>${job.ageSeconds}</scan:Age>
    <pwg:ImagesCompleted>${job.completed}</pwg:ImagesCompleted><pwg:JobState>${job.state}</pwg:JobState>
  </scan:JobInfo>`,
    )
    .join('')}</scan:Jobs>
</scan:ScannerStatus>`
}
