import { z } from 'zod'

/** From where paper comes. */
export const ScanSource = z.enum(['feeder', 'glass'])
export type ScanSource = z.infer<typeof ScanSource>

/** Which side of a sheet. */
export const SheetSide = z.enum(['front', 'back'])
export type SheetSide = z.infer<typeof SheetSide>

/** How a page is kept. */
export const ColourMode = z.enum(['mono', 'grey', 'colour'])
export type ColourMode = z.infer<typeof ColourMode>
