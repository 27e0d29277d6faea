import { json, type Tx } from '../database'

export interface DestinationRow { id: string, name: string, connector: string, options: unknown }

/** Adds a destination, or notes its new options. */
export async function putDestination(tx: Tx, row: DestinationRow): Promise<void> {
  await tx`
    insert into destinations (id, name, connector, options)
    values (${row.id}, ${row.name}, ${row.connector}, ${json(tx, row.options)})
    on conflict (id) do update set name = excluded.name, connector = excluded.connector, options = excluded.options`
}

export function listDestinations(tx: Tx): Promise<Omit<DestinationRow, 'options'>[]> {
  return tx<Omit<DestinationRow, 'options'>[]>`select id, name, connector from destinations order by name`
}

export async function findDestination(tx: Tx, id: string): Promise<DestinationRow | null> {
  const [row] = await tx<DestinationRow[]>`select id, name, connector, options from destinations where id = ${id}`
  return row ?? null
}
