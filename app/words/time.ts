import { format, isToday, isYesterday } from 'date-fns'

/** A time as one says it: "today 14:02", "yesterday 09:10", "12 Mar 16:40". */
export function saidTime(iso: string): string {
  const date = new Date(iso)
  if (isToday(date)) return `today ${format(date, 'HH:mm')}`
  if (isYesterday(date)) return `yesterday ${format(date, 'HH:mm')}`
  return format(date, 'd MMM HH:mm')
}
