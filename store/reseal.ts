import { json, type Sql } from './database'
import { opened, seal } from './seal'

/** Where something sealed is kept. */
export const sealedColumns = [
  ['destinations', 'options'],
  ['grants', 'tokens'],
  ['office', 'mail_secret'],
  ['people', 'totp_secret'],
  ['people', 'totp_pending'],
  ['single_sign_on', 'secret'],
  ['webhooks', 'secret'],
] as const

/**
 * Seals everything that the settings' key opens with another key, all or nothing. Gives how many values.
 * @param words of the new key
 * @throws {Error} where one of them does not open
 */
export function reseal(sql: Sql, words: string): Promise<number> {
  return sql.begin(async tx => {
    let count = 0
    for (const [table, column] of sealedColumns) {
      await tx`lock table ${tx(table)} in share row exclusive mode`
      const rows = await tx<{ at: string; value: unknown }[]>`
        select ctid::text as at, ${tx(column)} as value from ${tx(table)} where ${tx(column)} ? 'sealed'`
      for (const { at, value } of rows)
        await tx`update ${tx(table)} set ${tx(column)} = ${json(tx, seal(opened(value), words))} where ctid = ${at}::tid`
      count += rows.length
    }
    return count
  })
}
