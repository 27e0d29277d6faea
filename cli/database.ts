import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import { dataFolder } from './dataFolder'
import { UsageError } from './usage'

const RunFile = z.object({ database: z.string() })

/** The address of a running copy's database: named, or found by its data folder. @throws {UsageError} */
export async function databaseUrl(): Promise<string> {
  const url = process.env.RUBRICATOR_DATABASE_URL
  if (url) return url
  const path = join(dataFolder(), 'run.json')
  const text = await readFile(path, 'utf8').catch(() => {
    throw new UsageError(
      `No copy runs in ${path}. Start one, or name its data folder in RUBRICATOR_DATA or its database in RUBRICATOR_DATABASE_URL.`,
    )
  })
  return RunFile.parse(JSON.parse(text)).database
}

/** Where a running copy's blobs are: named, or in its data folder. */
export const blobsSetting = (): string => process.env.RUBRICATOR_BLOBS ?? join(dataFolder(), 'blobs')
