import type { FieldValue } from '~~/core/model/ledger'

/** Where a value came from. */
export const origins: Record<FieldValue['from'], string> = {
  barcode: 'barcode',
  panel: 'given before scanning',
  text: 'read on the page',
  ticked: 'a ticked box',
  table: 'read in the table',
  file: 'the file’s name',
  join: 'joined from others',
  value: 'usual value',
  lookup: 'looked up',
  learned: 'where people found it before',
  person: 'entered',
}

/** The same on the entry card. */
export const entryOrigins: Record<FieldValue['from'], string> = {
  ...origins,
  barcode: 'from the barcode',
  ticked: 'its box is ticked',
  file: 'from the file’s name',
  value: "the rubric's usual value",
  learned: 'where people found it',
  person: 'entered before',
}
