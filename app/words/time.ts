import { addDays, format, parseISO } from 'date-fns'

/** In which the office's clocks show times; the browser's own until the server has said. */
let zone: string | undefined
export function useTimeZone(name: string): void {
  zone = name
}

function parts(date: Date): Record<string, string> {
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: 'short',
    day: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  return Object.fromEntries(format.formatToParts(date).map(part => [part.type, part.value]))
}
const dayOf = ({ year, month, day }: Record<string, string>) => `${day} ${month} ${year}`

/** A time as one says it: "today 14:02", "yesterday 09:10", "12 Mar 16:40"; of another year with the year. */
export function saidTime(iso: string, now = new Date()): string {
  const [said, today, yesterday] = [new Date(iso), now, addDays(now, -1)].map(parts) as [
    Record<string, string>,
    Record<string, string>,
    Record<string, string>,
  ]
  const time = `${said.hour}:${said.minute}`
  if (dayOf(said) === dayOf(today)) return `today ${time}`
  if (dayOf(said) === dayOf(yesterday)) return `yesterday ${time}`
  return said.year === today.year ? `${said.day} ${said.month} ${time}` : `${said.day} ${said.month} ${said.year}, ${time}`
}

/** A day as a chart's axis says it: "20 Nov". @param day as "2026-11-20" */
export const saidDay = (day: string): string => format(parseISO(day), 'd MMM')

/** A time for a document that is kept: "31 March 2026, 14:02:07". */
export const exactTime = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  })
    .format(new Date(iso))
    .replace(' at ', ', ')

/** A length of time in its own unit: "40 minutes", "5 hours", "3 days". */
export function saidHours(hours: number): string {
  const [count, unit] = hours < 1 ? [hours * 60, 'minute'] : hours < 48 ? [hours, 'hour'] : [hours / 24, 'day']
  const whole = hours > 0 ? Math.max(1, Math.round(count)) : 0
  return `${whole} ${unit}${whole === 1 ? '' : 's'}`
}
