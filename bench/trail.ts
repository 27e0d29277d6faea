import type { Sql } from '../store/database'
import { chainTrail, verifyTrail } from '../store/trailChain'
import { makeClerks, onScratch } from './scratch'

// The trail of so many lines, chained and looked over: `npm run bench:trail -- 10000000`.

const lines = Number(process.argv[2] ?? 1_000_000)
const timed = async <T>(what: string, work: () => Promise<T>): Promise<T> => {
  const begun = performance.now()
  const done = await work()
  const seconds = (performance.now() - begun) / 1000
  console.log(what.padEnd(28), `${seconds.toFixed(1)} s,`.padStart(10), `${Math.round(lines / seconds)} lines a second`)
  return done
}
await onScratch(4, async sql => {
  await fill(sql)
  await timed('chained', async () => {
    while (await chainTrail(sql));
  })
  const { lines: seen, fault } = await timed('looked over', () => verifyTrail(sql))
  console.log(`${seen} lines looked over; ${fault ?? 'all agree'}.`)
})

/** Changes of values as people make them, written in bulk. */
async function fill(sql: Sql): Promise<void> {
  await makeClerks(sql)
  await sql`
    insert into trail (actor, person, what, address, old, new, at)
    select 'person', (array(select id from people order by id))[1 + n % 20], 'values', '127.0.0.1',
      jsonb_build_object('berth', 'A' || n % 40), jsonb_build_object('berth', 'B' || n % 40),
      now() - make_interval(secs => ${lines}::int - n)
    from generate_series(1, ${lines}::int) as n`
  await sql`vacuum analyze`
}
