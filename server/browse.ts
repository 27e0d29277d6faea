import { createError, isError } from 'h3'
import { z } from 'zod'
import { connectorNamed } from '../connectors'
import type { Browse } from '../connectors/connector'
import type { Person } from '../shared/views/people'
import { rubricsFor } from '../store/people/rights'
import { isLeftOpen } from '../store/setup/destinations'
import { destinationToOpen } from '../store/setup/grants'
import { notThere } from './refusals'
import { store } from './context'

/** A path inside a destination. */
export const InsidePath = z
  .string()
  .max(1000)
  .refine(path => !path.startsWith('/') && !path.split('/').some(step => step === '..' || step === '.'), 'a path inside the destination')

/**
 * Looks into a destination that can list its folders, and that a rubric of theirs leaves open to whoever scans; its own words where
 * it cannot be looked into now.
 */
export async function looking<T>(person: Person, id: string, look: (browse: Browse) => Promise<T>): Promise<T> {
  const { sql } = store()
  const row = await destinationToOpen(sql, id)
  const may = person.roles.includes('steward') || (await isLeftOpen(sql, id, await rubricsFor(sql, person, 'scan')))
  if (!row || !may) throw notThere()
  const destination = connectorNamed(row.connector).open(row.options, row.grant)
  try {
    if (!destination.browse) throw createError({ statusCode: 422, message: `“${row.name}” has no folders to look into.` })
    return await look(destination.browse)
  } catch (error) {
    if (isError(error)) throw error
    throw createError({ statusCode: 502, message: error instanceof Error ? error.message : String(error) })
  } finally {
    await destination.dispose()
  }
}
