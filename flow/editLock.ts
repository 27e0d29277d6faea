import { notify } from '../store/changes'
import type { Sql, Tx } from '../store/database'

/** A lock that is not renewed ends by itself. */
const seconds = 45

export interface Editor {
  id: string
  name: string
}

/** Who works on the batch now. */
export async function editorOf(sql: Tx, batch: number): Promise<Editor | null> {
  const [row] = await sql<Editor[]>`
    select people.id, people.name from edit_locks join people on people.id = person where batch_id = ${batch} and until > now()`
  return row ?? null
}

/** Takes or renews a person's edit lock; with `over` from whoever has it. Gives who has it afterwards. */
export async function lockForEditing(sql: Sql, batch: number, person: string, over: boolean): Promise<Editor> {
  return sql.begin(async tx => {
    const before = await editorOf(tx, batch)
    await tx`
      insert into edit_locks (batch_id, person, until) values (${batch}, ${person}, now() + ${`${seconds} seconds`}::interval)
      on conflict (batch_id) do update set person = excluded.person, until = excluded.until
      where edit_locks.person = excluded.person or edit_locks.until <= now() or ${over}`
    const after = (await editorOf(tx, batch))!
    if (before?.id !== after.id) await notify(tx, { about: 'batch', batch })
    return after
  })
}

export async function unlock(sql: Sql, batch: number, person: string): Promise<void> {
  await sql.begin(async tx => {
    const gone = await tx`delete from edit_locks where batch_id = ${batch} and person = ${person} returning 1`
    if (gone.length) await notify(tx, { about: 'batch', batch })
  })
}
