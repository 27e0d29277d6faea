import type { Fragment } from 'postgres'
import { Office } from '../../core/model/office'
import type { Tx } from '../database'

const usualZone = Office.parse({}).timeZone

/** The office's time zone, as SQL. */
const zone = (sql: Tx) => sql`coalesce((select settings->>'timeZone' from office), ${usualZone})`

/** Whether a moment is on these days of the office's calendar, YYYY-MM-DD, both included; an end that is left out is none. */
export const onDays = (sql: Tx, moment: Fragment, { from, to }: { from?: string | undefined; to?: string | undefined }): Fragment =>
  sql`(${from ? sql`${moment} >= ${from}::date::timestamp at time zone ${zone(sql)}` : sql`true`}
    and ${to ? sql`${moment} < (${to}::date + 1)::timestamp at time zone ${zone(sql)}` : sql`true`})`
