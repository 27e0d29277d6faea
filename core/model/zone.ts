import { z } from 'zod'

/** A rectangle in inches from the top-left of the upright page. */
export const Box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })
export type Box = z.infer<typeof Box>

const rectangle = z.strictObject({
  x: z.number().min(0),
  y: z.number().min(0),
  width: z.number().positive(),
  height: z.number().positive(),
  unit: z.enum(['in', 'mm']).default('in'),
})

/** A place on the upright page, measured from its top-left corner. `{}` is the whole page. */
export const Zone = z.union([rectangle, z.strictObject({})])
export type Zone = z.infer<typeof Zone>

/** The zone in inches, or null where it means the whole page. */
export function zoneBox(zone: Zone | undefined): Box | null {
  if (!zone || !('x' in zone)) return null
  const scale = zone.unit === 'mm' ? 1 / 25.4 : 1
  return { x: zone.x * scale, y: zone.y * scale, width: zone.width * scale, height: zone.height * scale }
}

/** Whether the box's centre lies inside the zone; a null zone holds everything. */
export function centreInside(box: Box, zone: Box | null): boolean {
  if (!zone) return true
  const x = box.x + box.width / 2
  const y = box.y + box.height / 2
  return x >= zone.x && x <= zone.x + zone.width && y >= zone.y && y <= zone.y + zone.height
}

/** Where a zone lies on the page, in words: "top-right zone", "whole page". */
export function zoneWords(zone: Box | null, pageWidth: number, pageHeight: number): string {
  if (!zone) return 'page'
  const third = (centre: number, whole: number, words: [string, string, string]) =>
    words[centre < whole / 3 ? 0 : centre < (2 * whole) / 3 ? 1 : 2]
  const vertical = third(zone.y + zone.height / 2, pageHeight, ['top', 'middle', 'bottom'])
  const horizontal = third(zone.x + zone.width / 2, pageWidth, ['left', 'centre', 'right'])
  return vertical === 'middle' && horizontal === 'centre' ? 'centre zone' : `${vertical}-${horizontal} zone`
}
