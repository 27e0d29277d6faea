import { FindAsked } from '../shared/views/find'
import type { Person } from '../shared/views/people'
import type { Sql } from '../store/database'
import { countFound, findDocuments } from '../store/find/find'
import { nearlySpelt } from '../store/find/near'
import { makeOffice, onScratch } from './scratch'

// Finding among many documents of five pages: `npm run bench:finding -- 1000000`. Made-up words, the frequent ones in every
// second or third document, sixty or so a document; each kind of question a few times, the middle one in milliseconds.

const documents = Number(process.argv[2] ?? 100_000)
const vocabulary = 30_000
const listLength = 31
const times = 5

await onScratch(4, async sql => {
  const begun = Date.now()
  await fill(sql)
  console.log(`${documents} documents of five pages, made in ${Math.round((Date.now() - begun) / 1000)} s`)
  await measure(sql)
})

/** Written in bulk; what is not looked at here is left out. */
async function fill(sql: Sql): Promise<void> {
  await sql.begin(async tx => {
    await tx`set local maintenance_work_mem = '1GB'`
    await tx`
      create table vocabulary as
      select id, word, '~' || looks_of_word(word) as look
      from (
        select id, (
          select string_agg(substr('bacedifoguhamelinoputarasetivo', 1 + 2 * ((id / (15 ^ place)::int) % 15), 2), '' order by place)
          from generate_series(0, 3) as place) as word
        from generate_series(0, ${vocabulary - 1}::int) as id) as made`
    await makeOffice(tx)
    await tx`
      insert into batches (name, rubric_id, rubric_version, state, owner)
      select 'Batch ' || n, (array(select id from rubrics order by id))[1 + n % 12], 1, 'done',
        (array(select id from people order by id))[1 + n % 20]
      from generate_series(1, ${Math.ceil(documents / 50)}::int) as n`
    await tx`
      insert into documents (batch_id, position, type, state, fields, filled_at, indexed_at)
      select 1 + n / 50, 1 + n % 50, 'permit', 'sent', '{}', now(), now() - make_interval(mins => ${documents}::int - n)
      from generate_series(0, ${documents - 1}::int) as n`
    await tx`
      insert into document_values (document_id, field, value, number, day)
      select id, 'permit', to_char(id, 'FM00000000'), null::numeric, null::date from documents
      union all select id, 'fee', (id % 5000)::text, id % 5000, null from documents
      union all select id, 'issued', day::text, null, day
        from documents, lateral (select date '2015-01-01' + (id % 4000)::int as day) as own`
    await tx`
      insert into pages (batch_id, load_id, load_side, position, sheet, side, source, media_type, page_order, document_id, evidence)
      select batch_id, batch_id, place, place, 1, 'front', 'bench', 'image/tiff', place, id, '{ "dpi": 200 }'
      from documents, generate_series(0, 4) as page, lateral (select documents.position * 5 + page as place) as own`
    await tx`drop index document_words_by_search`
    await tx`
      create table vectors as
      select doc, array_to_tsvector(array_agg(distinct word) || array_agg(distinct look)) as search
      from (select doc, least(${vocabulary - 1}::int, (${vocabulary}::int * random() ^ 3)::int) as pick
        from generate_series(0, 19999) as doc, generate_series(1, 150)) as picks
      join vocabulary on vocabulary.id = pick
      group by doc`
    await tx`create index on vectors (doc)`
    await tx`
      insert into document_words (document_id, search)
      select id, search || to_tsvector('simple', to_char(id, 'FM00000000'))
      from documents join vectors on doc = (id * 7919) % 20000`
    await tx`create index document_words_by_search on document_words using gin (search)`
  })
  await sql`vacuum analyze`
}

async function measure(sql: Sql): Promise<void> {
  const [person] = await sql<{ id: string }[]>`select id from people order by id limit 1`
  const all: Person = { id: person!.id, name: 'Clerk 1', roles: ['steward'] }
  const clerk: Person = { ...all, roles: ['clerk'] }
  const words = await sql<{ id: number; word: string }[]>`select id, word from vocabulary where id in (3, 3000, 29900)`
  const word = (id: number) => words.find(one => one.id === id)!.word
  const [common, middle, rare] = [word(3), word(3000), word(29_900)]
  const number = String(Math.floor(documents * 0.77)).padStart(8, '0')
  const questions: [string, Person, Record<string, string>][] = [
    ['a word that many have', all, { text: common }],
    ['its first letters', all, { text: common.slice(0, 3) }],
    ['a word that some have', all, { text: middle }],
    ['a word that few have', all, { text: rare }],
    ['two words', all, { text: `${common} ${middle}` }],
    ['a number that one has', all, { text: number }],
    ['what none has', all, { text: 'zzzzzz' }],
    ['all', all, {}],
    ['a clerk’s own: a word that many have', clerk, { text: common }],
    ['a clerk’s own: a word that few have', clerk, { text: rare }],
    ['a field by its beginning', all, { 'f.permit': number.slice(0, 7) }],
    ['a range of numbers', all, { 'f.fee': '100..200' }],
    ['days of a field', all, { 'f.issued': '2016-01-01..2016-01-03' }],
    ['a word that many have, and a range', all, { text: common, 'f.fee': '100..101' }],
    ['a word that few have, of a rubric', all, { text: rare, rubric: 'Rubric 3' }],
  ]
  console.log(`${''.padEnd(42)} ${'found'.padStart(8)} ${'list, ms'.padStart(10)} ${'counts, ms'.padStart(11)}`)
  for (const [name, who, asked] of questions) {
    const query = FindAsked.parse(asked)
    const [list, counts]: [number[], number[]] = [[], []]
    let found = 0
    for (let at = 0; at < times; at++) {
      const begun = performance.now()
      await findDocuments(sql, who, query, listLength)
      const between = performance.now()
      found = (await countFound(sql, who, query)).all
      list.push(between - begun)
      counts.push(performance.now() - between)
    }
    console.log(`${name.padEnd(42)} ${String(found).padStart(8)} ${middleOf(list).padStart(10)} ${middleOf(counts).padStart(11)}`)
  }
  // No word of the vocabulary has a k.
  for (const [name, wanted] of [['a word that many have', common] as const, ['a word that few have', rare] as const]) {
    const took: number[] = []
    let meant: string | null = null
    for (let at = 0; at < times; at++) {
      const begun = performance.now()
      meant = await nearlySpelt(sql, all, `${wanted.slice(0, 2)}k${wanted.slice(3)}`)
      took.push(performance.now() - begun)
    }
    console.log(
      `${`${name}, nearly spelt so`.padEnd(42)} ${(meant === wanted ? 'meant' : 'another').padStart(8)} ${middleOf(took).padStart(10)}`,
    )
  }
}

function middleOf(values: number[]): string {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!.toFixed(0)
}
