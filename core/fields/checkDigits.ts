import type { Field } from '../rubric/field'
import { passesLuhn } from './luhn'

type Check = Field['check']

/** GS1 General Specifications, 7.9: weights 3 and 1 from the right, the check digit last. */
function passesEan(text: string): boolean {
  if (!/^\d{2,}$/.test(text)) return false
  const sum = [...text].reverse().reduce((total, digit, place) => total + Number(digit) * (place % 2 ? 3 : 1), 0)
  return sum % 10 === 0
}

/** Modulo 11 with weights 1, 2, 3 … from the right and X for ten, as ISO 2108 has it. */
function passesMod11(text: string): boolean {
  if (!/^\d+[\dX]$/i.test(text)) return false
  const sum = [...text.toUpperCase()]
    .reverse()
    .reduce((total, digit, place) => total + (digit === 'X' ? 10 : Number(digit)) * (place + 1), 0)
  return sum % 11 === 0
}

/** ISO 7064, MOD 97-10; letters count from A = 10. What begins like an account number (ISO 13616) has its check digits in front. */
function passesMod97(text: string): boolean {
  const plain = text.replace(/[ -]/g, '').toUpperCase()
  if (!/^[A-Z0-9]{3,}$/.test(plain)) return false
  const turned = /^[A-Z]{2}\d{2}/.test(plain) ? plain.slice(4) + plain.slice(0, 4) : plain
  let rest = 0
  for (const letter of turned) {
    const value = parseInt(letter, 36)
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97
  }
  return rest === 1
}

const passing: Record<Check, (text: string) => boolean> = {
  none: () => true,
  luhn: passesLuhn,
  ean: passesEan,
  mod11: passesMod11,
  mod97: passesMod97,
}

/** Whether a value ends in the check digit that the check asks for; blanks and dashes between groups do not count. */
export const passesCheck = (check: Check, text: string): boolean => check === 'none' || passing[check](text.replace(/[ -]/g, ''))

/** The last digit that would agree with the ones before it; null where none does or the check has two of them. */
export function agreeingDigit(check: Check, text: string): string | null {
  if (check === 'none' || check === 'mod97' || text.length < 2) return null
  return [...'0123456789X'].find(digit => passing[check](text.slice(0, -1) + digit)) ?? null
}
