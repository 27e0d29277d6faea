import { monthNamed } from './months'

const months = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december']
const tokens = /yyyy|yy|MMMM|MMM|MM|M|dd|d/g

const twoDigits = (value: number) => String(value).padStart(2, '0')

/**
 * An ISO 8601 date printed in a format of yyyy, yy, MMMM, MMM, MM, M, dd, d; other characters stand for themselves.
 * @throws {Error} where the date is not ISO 8601
 */
export function formatDate(iso: string, format: string): string {
  const match = /^(\d{4})-(\d{2})-(\d{2})/.exec(iso)
  if (!match) throw new Error(`${JSON.stringify(iso)} is not a date such as 2026-03-31.`)
  const [, year, month, day] = match as unknown as [string, string, string, string]
  const name = months[Number(month) - 1] ?? ''
  const title = name.charAt(0).toUpperCase() + name.slice(1)
  const parts: Record<string, string> = {
    yyyy: year,
    yy: year.slice(2),
    MMMM: title,
    MMM: title.slice(0, 3),
    MM: month,
    M: String(Number(month)),
    dd: day,
    d: String(Number(day)),
  }
  return format.replace(tokens, token => parts[token]!)
}

/**
 * The ISO 8601 date that text in this format names, or null where it does not fit or there is no such day. Years of two
 * digits are those from 1969 to 2068 (POSIX, strptime, %y).
 * @param languages of month names, besides English; as tesseract names them
 */
export function parseDate(text: string, format: string, languages: readonly string[] = []): string | null {
  const order: string[] = []
  const source = format.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(tokens, token => {
    order.push(token)
    return token === 'yyyy' ? '(\\d{4})' : token.startsWith('MMM') ? '(\\p{L}{3,}\\.?)' : token === 'yy' ? '(\\d{2})' : '(\\d{1,2})'
  })
  const match = new RegExp(`^${source}$`, 'u').exec(text.trim())
  if (!match) return null
  let year = 0
  let month = 1
  let day = 1
  order.forEach((token, at) => {
    const found = match[at + 1]!
    if (token === 'yyyy') year = Number(found)
    else if (token === 'yy') year = Number(found) + (Number(found) < 69 ? 2000 : 1900)
    else if (token.startsWith('MMM')) month = monthNamed(found, languages)
    else if (token.startsWith('M')) month = Number(found)
    else day = Number(found)
  })
  return isoDate(year, month, day)
}

function isoDate(year: number, month: number, day: number): string | null {
  const date = new Date(Date.UTC(year, month - 1, day))
  const same = date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day
  return same && year >= 1000 ? `${year}-${twoDigits(month)}-${twoDigits(day)}` : null
}

/**
 * A moment as the office's clocks show it, ISO 8601 without its zone: 2026-03-31T14:05:00.
 * @param timeZone an IANA name
 */
export function localIso(date: Date, timeZone: string): string {
  // Swedish writes dates as ISO 8601 does, but for the space (CLDR).
  return date
    .toLocaleString('sv-SE', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    .replace(' ', 'T')
}
