import type { Person } from '../shared/views/people'
import type { Sql } from '../store/database'
import { overviewOf } from '../store/overview'
import { makeOffice, onScratch } from './scratch'

// The overview of a year, a thousand sides a working day unless told otherwise: `npm run bench:overview -- 2000`. Each a few times,
// the middle one in milliseconds.

const sidesADay = Number(process.argv[2] ?? 1000)
const workingDays = 250
const batches = Math.ceil((sidesADay * workingDays) / 50)
const times = 5

await onScratch(8, async sql => {
  const begun = Date.now()
  await fill(sql)
  console.log(`${batches} batches of 50 sides and 25 documents, made in ${Math.round((Date.now() - begun) / 1000)} s`)
  await measure(sql)
})

/** Written in bulk; what is not looked at here is left out. */
async function fill(sql: Sql): Promise<void> {
  await sql.begin(async tx => {
    await makeOffice(tx)
    await tx`insert into devices (name, address) select 'Device ' || n, 'http://127.0.0.1/' || n from generate_series(1, 4) as n`
    await tx`
      insert into batches (name, rubric_id, rubric_version, state, owner, created_at)
      select 'Batch ' || n, (array(select id from rubrics order by id))[1 + n % 12], 1,
        (array['done', 'done', 'done', 'done', 'done', 'done', 'done', 'to fix', 'to index', 'to check'])[1 + n % 10],
        (array(select id from people order by id))[1 + n % 20], now() - (n::float / ${batches}::int) * interval '365 days'
      from generate_series(1, ${batches}::int) as n`
    await tx`
      insert into loads (batch_id, device_id, state, trouble, created_at)
      select id, (array(select id from devices order by id))[1 + id % 4], 'ended', case when id % 40 = 0 then 'Paper jam.' end, created_at
      from batches`
    await tx`
      insert into documents (batch_id, position, type, state, fields, filled_at, indexed_at)
      select id, n, 'permit', case when state = 'done' then 'sent' else 'open' end, (
          select jsonb_object_agg('field' || field, jsonb_build_object('value', 'Value ' || n, 'confidence', 0.97,
            'from', case when (id + n + field) % 20 = 0 then 'person' else 'text' end, 'page', 1,
            'box', '{ "x": 1.25, "y": 2.5, "width": 1.5, "height": 0.125 }'::jsonb))
          from generate_series(1, 8) as field),
        created_at, created_at
      from batches, generate_series(1, 25) as n`
    await tx`
      insert into pages (batch_id, load_id, load_side, position, sheet, side, source, media_type, page_order, document_id, colour, bytes,
        evidence)
      select batch_id, batch_id, place, place, place, 'front', 'bench', 'image/tiff', place, id,
        (array['mono', 'grey', 'colour'])[1 + id % 3], 40000,
        jsonb_build_object('widthPx', 1654, 'heightPx', 2339, 'dpi', 200, 'ink', 0.04, 'skewDeg', 0.4, 'blank', false,
          'codes', case when page = 0 and id % 30 > 0
            then '[{ "format": "Code128", "value": "MP26-04217", "x": 5.8, "y": 0.5, "width": 1.8, "height": 0.4 }]'::jsonb
            else '[]'::jsonb end,
          'unread', case when page = 0 and id % 30 = 0 then '[{ "x": 5.8, "y": 0.5, "width": 1.8, "height": 0.4 }]'::jsonb
            else '[]'::jsonb end)
      from documents, generate_series(0, 1) as page, lateral (select documents.position * 2 - 1 + page as place) as own`
    await tx`
      insert into slips (document_id, destination_id, state, created_at)
      select id, 'destination-' || id % 8, case when id % 500 = 0 then 'failed' else 'delivered' end, indexed_at
      from documents where state = 'sent'`
    await tx`
      insert into verdicts (batch_id, document_id, person, correct, kind, field, at)
      select batch_id, documents.id, people.id, documents.id % 200 > 0, case when documents.id % 200 = 0 then 'value' end,
        case when documents.id % 200 = 0 then 'field3' end, indexed_at
      from documents, (select id from people limit 1) as people where documents.id % 10 = 0`
    await tx`
      insert into trail (actor, what, batch_id, old, new, at)
      select 'worker', 'settle', batches.id, to_jsonb(moves[n]), to_jsonb(moves[n + 1]), created_at + n * interval '20 minutes'
      from batches, generate_series(1, 4) as n,
        (select array['sorting', 'to fix', 'to index', 'to check', 'sending'] as moves) as path`
  })
  await sql`vacuum analyze`
}

async function measure(sql: Sql): Promise<void> {
  const [person] = await sql<{ id: string }[]>`select id from people order by id limit 1`
  const steward: Person = { id: person!.id, name: 'Clerk 1', roles: ['steward'] }
  for (const who of [steward, { ...steward, roles: ['clerk'] } as Person]) {
    for (const days of [7, 30, 92, 366]) {
      const taken: number[] = []
      for (let at = 0; at < times; at++) {
        const begun = performance.now()
        await overviewOf(sql, who, days, 'Europe/London')
        taken.push(performance.now() - begun)
      }
      console.log(
        `${who.roles.join()}, ${days} days`.padEnd(24),
        String(Math.round(taken.sort((a, b) => a - b)[times >> 1]!)).padStart(6),
        'ms',
      )
    }
  }
}
