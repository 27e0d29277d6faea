import type { Sql, Tx } from '../database'
import { tell } from '../live'

/** A hold that is not renewed ends by itself. */
const seconds = 45

/** Who works on the batch now. */
export async function holderOf(sql: Tx, batch: number): Promise<{ id: string, name: string } | null> {
  const [row] = await sql<{ id: string, name: string }[]>`
    select people.id, people.name from batch_holds join people on people.id = person where batch_id = ${batch} and until > now()`
  return row ?? null
}

/** Takes or renews a person's hold; with `over` from whoever has it. Gives who holds it afterwards. */
export async function hold(sql: Sql, batch: number, person: string, over: boolean): Promise<{ id: string, name: string }> {
  return sql.begin(async (tx) => {
    const before = await holderOf(tx, batch)
    await tx`
      insert into batch_holds (batch_id, person, until) values (${batch}, ${person}, now() + ${`${seconds} seconds`}::interval)
      on conflict (batch_id) do update set person = excluded.person, until = excluded.until
      where batch_holds.person = excluded.person or batch_holds.until <= now() or ${over}`
    const after = (await holderOf(tx, batch))!
    if (before?.id !== after.id) await tell(tx, { about: 'batch', batch })
    return after
  })
}

export async function release(sql: Sql, batch: number, person: string): Promise<void> {
  await sql.begin(async (tx) => {
    const gone = await tx`delete from batch_holds where batch_id = ${batch} and person = ${person} returning 1`
    if (gone.length) await tell(tx, { about: 'batch', batch })
  })
}
