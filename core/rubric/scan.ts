import { z } from 'zod'
import { ScanSource } from '../model/scanned'
import { textTemplate } from './schemas'

/** What a rubric may let the person who scans change. */
export const changeable = [
  'colour',
  'dpi',
  'sides',
  'flip',
  'paper',
  'rotate',
  'lighten',
  'contrast',
  'sharpness',
  'original',
  'percent',
  'gentle',
  'name',
  'format',
  'protect',
  'copies',
  'printSides',
] as const
export type Changeable = (typeof changeable)[number]

const colour = z.string().regex(/^#[0-9a-fA-F]{6}$/, 'a colour such as "#d94a3a"')

export const Scan = z.strictObject({
  source: ScanSource.default('feeder'),
  sides: z.enum(['one', 'both']).default('one'),
  flip: z.enum(['long-edge', 'short-edge']).default('long-edge'),
  colour: z.enum(['auto', 'colour', 'grey', 'mono']).default('auto'),
  dpi: z.int().min(75).max(600).default(200),
  paper: z.enum(['auto', 'A3', 'A4', 'A5', 'letter', 'legal', 'ledger']).default('auto'),
  mixedSizes: z.boolean().default(false),
  lighten: z.int().min(-5).max(5).default(0),
  /** Flatter to harder. */
  contrast: z.int().min(-5).max(5).default(0),
  /** Softer to sharper. */
  sharpness: z.int().min(-5).max(5).default(0),
  /** What the originals are: `photo` keeps grey and colour as they are where `colour` is auto. */
  original: z.enum(['text', 'text-and-pictures', 'photo']).default('text-and-pictures'),
  /** Size of the pages in files, in hundredths of the paper's. */
  percent: z.int().min(25).max(400).default(100),
  /** Feed slowly, for folded or delicate paper, where the device can. */
  gentle: z.boolean().default(false),
  /** What the person who scans may change. */
  mayChange: z.array(z.enum(changeable)).default([]),
})

export const Clean = z.strictObject({
  deskew: z.boolean().default(true),
  rotate: z.union([z.enum(['none', 'upright']), z.literal([90, 180, 270])]).default('none'),
  blank: z
    .strictObject({
      action: z.enum(['set-aside', 'keep']).default('set-aside'),
      maxInk: z.number().min(0).max(1).default(0.00001),
    })
    .prefault({}),
  mono: z
    .strictObject({
      method: z.enum(['adaptive', 'fixed']).default('adaptive'),
      level: z.number().min(0).max(1).default(0.5),
    })
    .prefault({}),
  dropout: z.array(colour).max(5).default([]),
  keepInk: z.array(colour).max(5).default([]),
  eraseEdges: z
    .strictObject({
      top: z.number().min(0).default(0),
      right: z.number().min(0).default(0),
      bottom: z.number().min(0).default(0),
      left: z.number().min(0).default(0),
      unit: z.enum(['in', 'mm']).default('mm'),
    })
    .prefault({}),
  /** An opened book becomes two pages; `scan.paper` is then the size of one of them. */
  spread: z.enum(['none', 'left-to-right', 'right-to-left']).default('none'),
  /** What is painted over with paper. */
  remove: z
    .array(z.enum(['borders', 'holes', 'specks', 'streaks']))
    .max(4)
    .default([]),
  /** Both sides of a card land on one page of this rubric's paper. */
  card: z.boolean().default(false),
  /** Printed on every page of the files; a template that may also say {page}. */
  stamp: z
    .strictObject({
      text: textTemplate(120),
      place: z.enum(['top-left', 'top-right', 'bottom-left', 'bottom-right']).default('bottom-right'),
    })
    .optional(),
})
