import { childrenOf, residentMegabytes } from '../../bench/memory'
import type { Product } from '../../run/product'
import type { Sql } from '../../store/database'
import type { PersonThere } from './person'

/** What people ask for all day. */
const asked = [
  '/api/batches',
  '/api/batches?open=true',
  '/api/waiting',
  '/api/find?text=Stack',
  '/api/find?text=amended&state=sent',
  '/api/find/counts?text=note',
  '/api/slips',
  '/api/trail',
  '/api/rubrics',
]
const times = 25
const mostSlower = 1.2
/** Below this a change is noise, in milliseconds. */
const leastMs = 10
const middle = (values: number[]) => [...values].sort((one, other) => one - other)[Math.floor(values.length / 2)] ?? 0

/** Milliseconds of each question, the middle of several. */
export async function answerTimes(who: PersonThere): Promise<Map<string, number>> {
  const found = new Map<string, number>()
  for (const path of asked) {
    const took: number[] = []
    for (let time = 0; time < times; time++) {
      const begun = performance.now()
      await who.ask('GET', path)
      took.push(performance.now() - begun)
    }
    found.set(path, middle(took))
  }
  return found
}

/** Questions that are answered more slowly than before. */
export function compareTimes(early: ReadonlyMap<string, number>, late: ReadonlyMap<string, number>): string[] {
  const all = [...early].map(([path, before]) => ({ path, before, now: late.get(path)! }))
  console.log(
    `Milliseconds early and late: ${all.map(({ path, before, now }) => `${path} ${before.toFixed(0)} ${now.toFixed(0)}`).join('; ')}`,
  )
  return all
    .filter(({ before, now }) => now > before * mostSlower && now - before > leastMs)
    .map(({ path, before, now }) => `${path} took ${before.toFixed(0)} ms, and ${now.toFixed(0)} at the end`)
}

/** Rows of each table, the longest first. */
export async function tableSizes(sql: Sql): Promise<{ name: string; rows: number }[]> {
  await sql`analyze`
  return sql<{ name: string; rows: number }[]>`
    select relname as name, reltuples::int as rows
    from pg_class join pg_namespace on pg_namespace.oid = relnamespace
    where relkind = 'r' and nspname in ('public', 'pgboss') and reltuples > 100
    order by reltuples desc`
}

const mostGrowth = 1.1
/** A garbage collector's own breath, in megabytes. */
const breath = 15

/** What each process holds over time. */
export class Memory {
  private readonly seen = new Map<string, number[]>()

  constructor(private readonly product: Product) {}

  async look(): Promise<void> {
    for (const { name, pid } of await this.product.processes()) {
      if (!/^(worker|web)/.test(name)) continue
      await this.note(`${name} ${pid}`, pid)
      for (const child of await childrenOf(pid)) await this.note(`${name}'s examiner ${child}`, child)
    }
  }

  private async note(name: string, pid: number): Promise<void> {
    const megabytes = await residentMegabytes(pid)
    if (megabytes) this.seen.set(name, [...(this.seen.get(name) ?? []), megabytes])
  }

  /** Those that were seen often enough to say something: first and last third. */
  private get thirds(): { name: string; first: number; last: number }[] {
    return [...this.seen]
      .filter(([, values]) => values.length >= 12)
      .map(([name, values]) => {
        const third = Math.floor(values.length / 3)
        return { name, first: middle(values.slice(0, third)), last: middle(values.slice(-third)) }
      })
  }

  get words(): string {
    const all = this.thirds.map(({ name, first, last }) => `${name} ${first.toFixed(0)} ${last.toFixed(0)}`)
    return `Megabytes at first and at last: ${all.join('; ')}`
  }

  faults(): string[] {
    return this.thirds
      .filter(({ first, last }) => last > first * mostGrowth && last - first > breath)
      .map(({ name, first, last }) => `${name} grew from ${first.toFixed(0)} to ${last.toFixed(0)} MB`)
  }
}
