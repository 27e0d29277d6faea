import postgres from 'postgres'

/** A connection pool, or the connection of a running transaction. */
export type Sql = postgres.Sql
export type Tx = postgres.TransactionSql | postgres.Sql

/** How many queries this process has sent, where the environment asks for that to be counted: a test does. */
export const queries = { sent: 0 }

/**
 * A host that is cut off without a word is noticed within half a minute, at both ends: what it held (locks, transactions) is let go
 * of, where a system's own patience lasts two hours.
 */
export const noticesSilence = {
  keep_alive: 10,
  connection: { tcp_keepalives_idle: 10, tcp_keepalives_interval: 5, tcp_keepalives_count: 3, tcp_user_timeout: 20_000 },
}

/** Opens a pool. Connections are made at first use. */
export function openDatabase(url: string, most = 6): Sql {
  return postgres(url, {
    max: most,
    ...noticesSilence,
    onnotice: () => undefined,
    ...(process.env.RUBRICATOR_COUNT_QUERIES ? { debug: () => queries.sent++ } : {}),
    // Identities stay far below 2^53, so they are numbers here.
    types: {
      // Times leave the store as they are sent on: ISO 8601.
      date: {
        to: 1184,
        from: [1114, 1184],
        serialize: (value: Date | string) => new Date(value).toISOString(),
        parse: (text: string) => new Date(text).toISOString(),
      },
      bigint: { to: 20, from: [20], parse: (text: string) => Number(text), serialize: (value: number) => String(value) },
    },
  })
}

/** A value for a json column; the one place where our types meet those of Postgres.js, which know no interfaces. */
export const json = (tx: Tx, value: unknown) => tx.json(value as postgres.JSONValue)

/** Reads in one snapshot: what several statements find fits together, whatever is committed meanwhile. */
export const inSnapshot = <A>(sql: Sql, read: (tx: Tx) => Promise<A>): Promise<A> =>
  sql.begin('isolation level repeatable read read only', read) as Promise<A>

/** A pattern for `like` that finds this text as a part, whatever signs stand in it. */
export const partLike = (text: string) => `%${beginningLike(text)}`

/** The same for texts that begin so. */
export const beginningLike = (text: string) => `${text.replace(/[\\%_]/g, letter => `\\${letter}`)}%`
