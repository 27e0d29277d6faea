import type { FieldValue } from '../model/ledger'

/** Where the machine read print or pen, more or less surely. */
export const readOnPage: ReadonlySet<FieldValue['from']> = new Set(['text', 'table', 'learned'])
/** Below this it is to be compared with the page. */
export const sureEnough = 0.8

/** Whether a person is to compare a value with the page: it was read unsurely, or repaired. */
export const isDoubtful = ({ from, confidence, repaired }: FieldValue): boolean =>
  (readOnPage.has(from) && confidence < sureEnough) || repaired !== undefined
