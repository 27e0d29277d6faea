import type { Field } from '../../model/rubric'
import choice from './choice'
import date from './date'
import email from './email'
import type { Kind } from './kind'
import number from './number'
import text from './text'
import yesNo from './yesNo'

/** Every kind of field; the compiler says where one is missing. */
const kinds: Record<Field['kind'], Kind> = { text, date, choice, number, email, 'yes-no': yesNo }

export const kindOf = (field: Pick<Field, 'kind'>): Kind => kinds[field.kind]
