import postgres from 'postgres'
import { lackOfRoom } from '../store/schema'
import type { Database } from './postgres'
import { Trouble } from './trouble'

const connectSeconds = 10

/**
 * A database that somebody else runs: it is neither started nor stopped here.
 * @param needed how many connections the processes here may need together
 * @throws {Trouble} where it does not answer, or has no room for them
 */
export async function externalDatabase(url: string, needed: number): Promise<Database> {
  const room = async () => {
    const sql = postgres(url, { max: 1, connect_timeout: connectSeconds, onnotice: () => undefined })
    try {
      return await lackOfRoom(sql, needed)
    } finally {
      await sql.end({ timeout: 1 })
    }
  }
  const lack = await room().catch((error: unknown) => {
    throw new Trouble(
      `The database in RUBRICATOR_DATABASE_URL (${new URL(url).host}) does not answer as asked: ${(error as Error).message}. ` +
        'Check that it runs, can be reached from here, and knows this user and password.',
      { cause: error },
    )
  })
  if (lack) throw new Trouble(lack)
  return {
    url,
    // Nobody here could start it again: those who need it wait for it.
    alive: () => Promise.resolve(true),
    pid: () => Promise.resolve(null),
    restart: () => Promise.resolve(),
    stop: () => Promise.resolve(),
    remove: () => Promise.resolve(),
  }
}
