import { z } from 'zod'
import { patternFault } from '../pattern/pattern'
import { templateFault, textFault } from '../name/template'

const text = (fault: (value: string) => string | null, most: number) =>
  z
    .string()
    .min(1)
    .max(most)
    .check(context => {
      const found = fault(context.value)
      if (found) context.issues.push({ code: 'custom', input: context.value, message: found })
    })

/** A regular expression as text; it must compile, and be one that is matched in linear time. */
export const pattern = z
  .string()
  .max(1000)
  .check(context => {
    const fault = patternFault(context.value)
    if (fault) context.issues.push({ code: 'custom', input: context.value, message: fault })
  })

export const identifier = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,63}$/, 'letters, digits, - and _, starting with a letter')

/** A template of a file's name. */
export const nameTemplate = text(templateFault, 500)
/** A template of a text. */
export const textTemplate = (most: number) => text(textFault, most)
