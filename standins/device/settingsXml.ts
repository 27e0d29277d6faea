import { XMLParser } from 'fast-xml-parser'
import { z } from 'zod'

const parser = new XMLParser({ removeNSPrefix: true, ignoreAttributes: true, parseTagValue: false, processEntities: false })

export const resolutions = [75, 100, 150, 200, 300, 400, 600] as const
export const formats = ['image/jpeg', 'application/pdf'] as const

const colours = { BlackAndWhite1: 'mono', Grayscale8: 'grey', RGB24: 'colour' } as const

const SettingsXml = z.object({
  ScanSettings: z.object({
    InputSource: z.enum(['Feeder', 'Platen']).default('Feeder'),
    Duplex: z.enum(['true', 'false']).default('false'),
    ColorMode: z.enum(['BlackAndWhite1', 'Grayscale8', 'RGB24']).default('RGB24'),
    XResolution: z.coerce.number().pipe(z.literal(resolutions)).default(200),
    DocumentFormat: z.enum(formats).optional(),
    DocumentFormatExt: z.enum(formats).optional(),
  }),
})

export interface Settings { source: 'Feeder' | 'Platen', duplex: boolean, colour: 'mono' | 'grey' | 'colour', dpi: number, format: typeof formats[number] }

/** A client's scan settings; null where they are not what this device can do. */
export function readSettings(xml: string): Settings | null {
  const read = SettingsXml.safeParse(parser.parse(xml))
  if (!read.success) return null
  const { InputSource, Duplex, ColorMode, XResolution, DocumentFormat, DocumentFormatExt } = read.data.ScanSettings
  return {
    source: InputSource, duplex: Duplex === 'true', colour: colours[ColorMode], dpi: XResolution,
    format: DocumentFormatExt ?? DocumentFormat ?? 'image/jpeg',
  }
}
