import { z } from 'zod'
import { PrintChoices } from '../model/printing'
import { Rubric } from './rubric'
import type { Changeable } from './scan'

const { shape: scan } = Rubric.shape.scan.unwrap()
const { shape: clean } = Rubric.shape.clean.unwrap()

/** The code without which a PDF does not open. */
export const ProtectCode = z.string().min(4, 'a code of at least 4 characters').max(64)

/** What the person who scans changed, of what the rubric lets them. */
export const Choices = z
  .strictObject({
    colour: scan.colour.unwrap(),
    dpi: scan.dpi.unwrap(),
    sides: scan.sides.unwrap(),
    flip: scan.flip.unwrap(),
    paper: z.union([scan.paper.unwrap(), z.literal('mixed')]),
    rotate: clean.rotate.unwrap(),
    lighten: scan.lighten.unwrap(),
    contrast: scan.contrast.unwrap(),
    sharpness: scan.sharpness.unwrap(),
    original: scan.original.unwrap(),
    percent: scan.percent.unwrap(),
    gentle: scan.gentle.unwrap(),
    /** Of the files, without an extension. */
    name: z.string().trim().min(1).max(120),
    format: z.enum(['pdf', 'pdf-a', 'tiff', 'jpeg', 'png']),
    protect: ProtectCode,
    /** Where it is printed: how many, and on which sides of the paper. */
    copies: PrintChoices.shape.copies,
    printSides: PrintChoices.shape.sides,
  })
  .partial()
export type Choices = z.infer<typeof Choices>

/** The first choice that the rubric does not leave to the person; null where all are. */
export function forbiddenChoice(rubric: Rubric, choices: Choices): string | null {
  return Object.keys(choices).find(key => !rubric.scan.mayChange.includes(key as Changeable)) ?? null
}

/** One place that a person chose: a folder there, or who gets the mail. */
export const ChosenSend = z.strictObject({
  to: z.string().min(1).max(64),
  folder: z
    .string()
    .max(500)
    .refine(path => !path.split('/').some(step => step === '..' || step === '.'), 'a folder inside the destination')
    .default(''),
  people: z.array(z.email()).max(50).default([]),
})
export type ChosenSend = z.infer<typeof ChosenSend>
