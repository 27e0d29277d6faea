import type { Zone } from './schemas'

/** A rectangle in inches from the top-left of the upright page. */
export interface Box {
  x: number
  y: number
  width: number
  height: number
}

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
