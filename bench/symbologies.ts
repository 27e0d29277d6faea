import type { Random } from '../standins/paper/random'

/** A symbology of the hard set: how bwip-js draws it, and what its reader must say. */
export interface Symbology {
  bcid: string
  format: string
  text: (random: Random) => string
  /** What is read where it is not the text itself; a check character behind it is allowed. */
  says?: (text: string) => string
  options?: Record<string, unknown>
  /** Height of its bars in millimetres, where the symbology leaves that open. */
  high?: number
  /** bwip-js's units a module, and millimetres a module, smallest and largest. */
  units: 1 | 2
  module: readonly [number, number]
}

const digits = (random: Random, count: number) => Array.from({ length: count }, () => random.whole(0, 9)).join('')
const upper = (random: Random, count: number) => Array.from({ length: count }, () => random.pick([...'ABCDEFGHJKLMNPRSTUVWXYZ'])).join('')
const permit = (random: Random) => `MP${random.whole(20, 29)}-${digits(random, 5)}`
const mixed = (random: Random) => `${upper(random, 2)}${digits(random, 6)}`

/** With the check digit of GS1's numbers (GS1 General Specifications, 7.9). */
function withCheck(body: string): string {
  const sum = [...body].reverse().reduce((total, digit, at) => total + Number(digit) * (at % 2 === 0 ? 3 : 1), 0)
  return `${body}${(10 - (sum % 10)) % 10}`
}

/** A UPC-E as the EAN-13 that it stands for (GS1 General Specifications, 5.2.2.4.2). */
function expanded(short: string): string {
  const [system, a, b, c, d, e, last] = [...short] as [string, string, string, string, string, string, string]
  const body = '012'.includes(last)
    ? `${a}${b}${last}0000${c}${d}${e}`
    : last === '3'
      ? `${a}${b}${c}00000${d}${e}`
      : last === '4'
        ? `${a}${b}${c}${d}00000${e}`
        : `${a}${b}${c}${d}${e}0000${last}`
  return withCheck(`0${system}${body}`)
}

/** Seven digits that a pharmaceutical number can have: its check digit, modulo 11, must not be ten. */
function pharmaceutical(random: Random): string {
  for (;;) {
    const body = digits(random, 7)
    if ([...body].reduce((sum, digit, at) => sum + Number(digit) * (at + 1), 0) % 11 !== 10) return body
  }
}

const gtin = (random: Random) => `(01)${withCheck(`0${digits(random, 12)}`)}`
const bars = { units: 1, module: [0.3, 0.5] } as const
const squares = { units: 2, module: [0.5, 0.8] } as const

/** Every format that the reader knows and that can be drawn here; DX film edge cannot. */
export const symbologies: readonly Symbology[] = [
  { bcid: 'code128', format: 'Code128', text: permit, high: 12, ...bars },
  { bcid: 'code39', format: 'Code39', text: mixed, high: 12, ...bars },
  { bcid: 'code93', format: 'Code93', text: mixed, options: { includecheck: true }, high: 12, ...bars },
  { bcid: 'interleaved2of5', format: 'ITF', text: random => digits(random, 10), high: 12, ...bars },
  { bcid: 'itf14', format: 'ITF14', text: random => withCheck(digits(random, 13)), high: 12, ...bars },
  { bcid: 'rationalizedCodabar', format: 'Codabar', text: random => `A${digits(random, 8)}B`, high: 12, ...bars },
  { bcid: 'code32', format: 'Code32', text: random => digits(random, 8), says: text => `A${text}`, high: 12, ...bars },
  { bcid: 'pzn', format: 'PZN', text: pharmaceutical, says: text => `-${text}`, options: { pzn8: true }, high: 12, ...bars },
  { bcid: 'ean13', format: 'EAN13', text: random => withCheck(`4${digits(random, 11)}`), high: 12, ...bars },
  { bcid: 'ean8', format: 'EAN8', text: random => withCheck(digits(random, 7)), high: 12, ...bars },
  { bcid: 'upca', format: 'UPCA', text: random => withCheck(digits(random, 11)), says: text => `0${text}`, high: 12, ...bars },
  { bcid: 'upce', format: 'UPCE', text: random => `0${digits(random, 6)}`, says: expanded, high: 12, ...bars },
  { bcid: 'telepen', format: 'Telepen', text: mixed, high: 12, ...bars },
  { bcid: 'telepennumeric', format: 'TelepenNumeric', text: random => digits(random, 8), high: 12, ...bars },
  { bcid: 'databaromni', format: 'DataBar', text: gtin, ...bars },
  { bcid: 'databarstacked', format: 'DataBarStk', text: gtin, ...bars },
  { bcid: 'databarstackedomni', format: 'DataBarStkOmni', text: gtin, ...bars },
  { bcid: 'databarlimited', format: 'DataBarLtd', text: random => `(01)${withCheck(`0${digits(random, 12)}`)}`, ...bars },
  { bcid: 'databarexpanded', format: 'DataBarExp', text: random => `${gtin(random)}(10)${digits(random, 4)}`, ...bars },
  { bcid: 'databarexpandedstacked', format: 'DataBarExpStk', text: random => `${gtin(random)}(10)${digits(random, 4)}`, ...bars },
  { bcid: 'pdf417', format: 'PDF417', text: random => `${permit(random)} ${upper(random, 12)}`, ...bars },
  { bcid: 'pdf417compact', format: 'CompactPDF417', text: random => `${permit(random)} ${upper(random, 12)}`, ...bars },
  { bcid: 'micropdf417', format: 'MicroPDF417', text: permit, ...bars },
  { bcid: 'azteccode', format: 'Aztec', text: random => `${permit(random)}/${upper(random, 8)}`, ...squares },
  { bcid: 'aztecrune', format: 'AztecRune', text: random => String(random.whole(0, 255)), says: text => text.padStart(3, '0'), ...squares },
  {
    bcid: 'qrcode',
    format: 'QRCode',
    text: random => `LS/${digits(random, 8)}/2026-0${random.whole(1, 9)}-1${random.whole(0, 9)}`,
    ...squares,
  },
  { bcid: 'microqrcode', format: 'MicroQRCode', text: random => digits(random, 8), ...squares },
  { bcid: 'rectangularmicroqrcode', format: 'RMQRCode', text: permit, options: { version: 'R11x59' }, ...squares },
  { bcid: 'datamatrix', format: 'DataMatrix', text: random => `${permit(random)}/${upper(random, 4)}`, ...squares },
  {
    bcid: 'maxicode',
    format: 'MaxiCode',
    text: random => `${permit(random)} ${upper(random, 8)}`,
    options: { mode: 4 },
    units: 1,
    module: [0.23, 0.25],
  },
]

/** Whether a value is what the symbol says; its check character may be read along. */
export function saysSo(symbology: Symbology, text: string, value: string): boolean {
  const expected = symbology.says?.(text) ?? text
  return value === expected || (value.length === expected.length + 1 && value.startsWith(expected))
}
