import type { PrintChoices, PrintState } from '../core/model/printing'
import type { HeldPrint } from '../shared/views/printing'
import type { Queue } from './queue'
import type { Sql, Tx } from './database'

/** Most jobs of one person that may wait. */
export const mostHeld = 200

export interface PrintJob extends PrintChoices {
  id: number
  person: string
  name: string
  state: PrintState
}
const columns = (sql: Tx) => sql`id, person, name, state, copies, sides, colour`

/** Notes a job whose bytes are still to come. Null where too many of this person's wait already. */
export async function comePrint(sql: Sql, person: string, name: string, choices: Partial<PrintChoices>): Promise<PrintJob | null> {
  const { copies = 1, sides = 'two-sided-long-edge', colour = 'auto' } = choices
  const [row] = await sql<PrintJob[]>`
    insert into print_jobs (person, name, copies, sides, colour)
    select ${person}, ${name}, ${copies}, ${sides}, ${colour}
    where (select count(*) from print_jobs where person = ${person} and state in ('coming', 'held', 'printing')) < ${mostHeld}
    returning ${columns(sql)}`
  return row ?? null
}

/** Its bytes are there: it waits for its owner. False where it does not wait for bytes any more. */
export async function holdPrint(sql: Sql, id: number, blob: string, bytes: number, pages: number | null): Promise<boolean> {
  const held = await sql`
    update print_jobs set state = 'held', blob = ${blob}, bytes = ${bytes}, pages = ${pages}
    where id = ${id} and state = 'coming' returning id`
  return held.length > 0
}

/** A person's job; null where they have none of this number. */
export async function findPrint(sql: Sql, person: string, id: number): Promise<PrintJob | null> {
  const [row] = await sql<PrintJob[]>`select ${columns(sql)} from print_jobs where id = ${id} and person = ${person}`
  return row ?? null
}

/** A person's jobs that wait, or that ended, the newest first. */
export function printsOf(sql: Sql, person: string, which: 'waiting' | 'ended', most: number): Promise<PrintJob[]> {
  const states = which === 'waiting' ? ['coming', 'held', 'printing'] : ['printed', 'deleted']
  return sql<PrintJob[]>`
    select ${columns(sql)} from print_jobs where person = ${person} and state = any(${states}) order by id desc limit ${most}`
}

/** What waits for a person, the newest first. */
export function heldPrints(sql: Sql, person: string): Promise<HeldPrint[]> {
  return sql<HeldPrint[]>`
    select id, name, state, bytes::float as bytes, pages, copies, sides, colour, sent_at as "sentAt", trouble
    from print_jobs where person = ${person} and state in ('held', 'printing') order by id desc limit ${mostHeld}`
}

/** Has a person's job printed at a device. False where it does not wait. */
export function askPrint(
  { sql, queue }: { sql: Sql; queue: Queue },
  person: string,
  id: number,
  device: string,
  { copies, sides, colour }: PrintChoices,
): Promise<boolean> {
  return sql.begin(async tx => {
    const asked = await tx`
      update print_jobs
      set state = 'printing', device_id = ${device}, copies = ${copies}, sides = ${sides}, colour = ${colour}, trouble = null,
        round = round + 1
      where id = ${id} and person = ${person} and state = 'held'
      returning id`
    if (!asked.length) return false
    await queue.send(tx, 'print', { print: id })
    return true
  })
}

/** Lets a person's job go unprinted. False where it does not wait. */
export async function deletePrint(sql: Sql, person: string, id: number): Promise<boolean> {
  const gone = await sql`
    update print_jobs set state = 'deleted', blob = null, ended_at = now()
    where id = ${id} and person = ${person} and state in ('coming', 'held') returning id`
  return gone.length > 0
}

export interface PrintAtDevice extends PrintChoices {
  id: number
  round: number
  person: string
  blob: string
  device: string
  printer: string | null
}

/** A job that is to be printed now; null where it was, or is not asked for. */
export async function printToDo(sql: Sql, id: number): Promise<PrintAtDevice | null> {
  const [row] = await sql<PrintAtDevice[]>`
    select print_jobs.id, round, people.name as person, blob, devices.name as device, printer, copies, sides, colour
    from print_jobs
    join people on people.id = person
    join devices on devices.id = device_id
    where print_jobs.id = ${id} and state = 'printing'`
  return row ?? null
}

/** Its paper is out: its bytes are kept no longer. */
export const printDone = (sql: Sql, id: number) =>
  sql`update print_jobs set state = 'printed', blob = null, ended_at = now() where id = ${id} and state = 'printing'`

/** It could not be printed, and waits again, with the reason. */
export const printFailed = (sql: Sql, id: number, trouble: string) =>
  sql`update print_jobs set state = 'held', trouble = ${trouble} where id = ${id} and state = 'printing'`

/** Lets jobs go that nobody came for, and forgets those that ended. @param days for which they are held */
export async function forgetPrints(tx: Tx, days: number): Promise<void> {
  await tx`
    update print_jobs set state = 'deleted', blob = null, ended_at = now()
    where state in ('coming', 'held') and sent_at < now() - make_interval(days => ${days})`
  await tx`delete from print_jobs where ended_at < now() - interval '7 days'`
}
