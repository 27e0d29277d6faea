import { XMLParser } from 'fast-xml-parser'
import { z } from 'zod'

const parser = new XMLParser({ removeNSPrefix: true, ignoreAttributes: true, parseTagValue: false, processEntities: false })

export const resolutions = [75, 100, 150, 200, 300, 400, 600] as const
export const formats = ['image/jpeg', 'application/pdf'] as const

const colours = { BlackAndWhite1: 'mono', Grayscale8: 'grey', RGB24: 'colour' } as const

const SettingsXml = z.object({
  ScanSettings: z.object({
    InputSource: z.enum(['Feeder', 'Platen']).default('Feeder'),
    ScanRegions: z
      .object({ ScanRegion: z.object({ Width: z.coerce.number().min(300).max(5100), Height: z.coerce.number().min(300).max(5100) }) })
      .optional(),
    Duplex: z.enum(['true', 'false']).default('false'),
    ColorMode: z.enum(['BlackAndWhite1', 'Grayscale8', 'RGB24']).default('RGB24'),
    XResolution: z.coerce.number().pipe(z.literal(resolutions)).default(200),
    Speed: z.string().optional(),
    DocumentFormat: z.enum(formats).optional(),
    DocumentFormatExt: z.enum(formats).optional(),
  }),
})

export interface Settings {
  source: 'Feeder' | 'Platen'
  duplex: boolean
  colour: 'mono' | 'grey' | 'colour'
  dpi: number
  region: { width: number; height: number }
  gentle: boolean
  format: (typeof formats)[number]
}

/** Three-hundredths of an inch as whole millimetres, so that A4 is A4. */
const millimetres = (units: number) => Math.round((units / 300) * 25.4)

/** A client's scan settings; null where they are not what this device can do. */
export function readSettings(xml: string): Settings | null {
  const read = SettingsXml.safeParse(parser.parse(xml))
  if (!read.success) return null
  const { ScanRegions, Speed, InputSource, Duplex, ColorMode, XResolution, DocumentFormat, DocumentFormatExt } = read.data.ScanSettings
  return {
    source: InputSource,
    duplex: Duplex === 'true',
    colour: colours[ColorMode],
    dpi: XResolution,
    region: { width: millimetres(ScanRegions?.ScanRegion.Width ?? 2480), height: millimetres(ScanRegions?.ScanRegion.Height ?? 3508) },
    gentle: Speed === 'Gentle',
    format: DocumentFormatExt ?? DocumentFormat ?? 'image/jpeg',
  }
}
