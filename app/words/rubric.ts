import type { Field } from '~~/core/rubric/field'
import type { Changeable } from '~~/core/rubric/scan'

/** What a rubric may let the person who scans change. */
export const changeableWords: Record<Changeable, string> = {
  colour: 'colour',
  dpi: 'resolution',
  sides: 'one side or both',
  flip: 'how the back is turned',
  paper: 'paper size',
  rotate: 'turned pages',
  lighten: 'lightness',
  contrast: 'contrast',
  sharpness: 'sharpness',
  original: 'kind of original',
  percent: 'size in the files',
  gentle: 'slow feeding',
  name: 'name of the batch',
  format: 'kind of file',
  protect: 'a code on the file',
  copies: 'how many copies are printed',
  printSides: 'sides of the paper that are printed',
}

/** What a field takes. */
export const kindWords: Record<NonNullable<Field['kind']>, string> = {
  text: 'text',
  date: 'a date',
  choice: 'one of a few choices',
  number: 'a number',
  email: 'a mail address',
  'yes-no': 'yes or no',
  'long-text': 'a text of several lines',
  choices: 'several of some choices',
  table: 'rows of line items',
}

/** How a name or a text asks for a value. */
export const asPlaceholder = (id: string) => `{${id}}`
