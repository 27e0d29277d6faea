import { openDatabase } from '../store/database'
import { reseal as sealAnew } from '../store/reseal'
import { leastKeyLength } from '../store/seal'
import { databaseUrl } from './database'
import { UsageError } from './usage'

/** Seals what a copy keeps sealed with another key; from then on it starts with that one alone. */
export async function reseal(args: string[]): Promise<number> {
  if (args.length) throw new UsageError(`reseal takes no arguments; found "${args[0]}".`)
  const [old, words] = [process.env.RUBRICATOR_SECRET_KEY ?? '', process.env.RUBRICATOR_NEW_SECRET_KEY ?? '']
  for (const [name, value] of [['RUBRICATOR_SECRET_KEY', old] as const, ['RUBRICATOR_NEW_SECRET_KEY', words] as const])
    if (value.length < leastKeyLength)
      throw new UsageError(`reseal needs ${name}, ${leastKeyLength} characters or more: the key of now, and the new one.`)
  const sql = openDatabase(await databaseUrl(), 1)
  try {
    const count = await sealAnew(sql, words)
    console.log(`${count} values are sealed with the new key. Start web server and workers anew with it as RUBRICATOR_SECRET_KEY.`)
    return 0
  } finally {
    await sql.end({ timeout: 2 })
  }
}
