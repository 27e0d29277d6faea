import type { Checkable, KindName } from '../../rubric/field'
import choice from './choice'
import choices from './choices'
import date from './date'
import email from './email'
import type { Kind } from './kind'
import longText from './longText'
import number from './number'
import table from './table'
import text from './text'
import yesNo from './yesNo'

/** Every kind of field; the compiler says where one is missing. */
const kinds: Record<KindName, Kind> = { text, 'long-text': longText, date, choice, choices, number, email, 'yes-no': yesNo, table }

export const kindOf = (field: Pick<Checkable, 'kind'>): Kind => kinds[field.kind]
