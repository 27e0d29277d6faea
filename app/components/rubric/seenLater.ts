import type { RawField } from '~/components/rules/useRubricText'

/** Whether a field is filled from what the sample does not show: pixels of boxes, names of files, business records. */
export const seenLater = ({ from = [] }: RawField): boolean =>
  from.some(source => 'ticked' in source || 'file' in source || 'lookup' in source)
