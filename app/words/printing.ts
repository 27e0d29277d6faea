import type { PrintChoices } from '~~/core/model/printing'

export const sidesOfPrint = [
  ['one-sided', 'One side'],
  ['two-sided-long-edge', 'Both, like a book'],
  ['two-sided-short-edge', 'Both, like a notepad'],
] as const satisfies readonly (readonly [PrintChoices['sides'], string])[]

export const coloursOfPrint = [
  ['auto', 'As it is'],
  ['color', 'Colour'],
  ['monochrome', 'Black and white'],
] as const satisfies readonly (readonly [PrintChoices['colour'], string])[]
