import { setImmediate as turn } from 'node:timers/promises'
import { learnTypes } from '../core/learning/likeness'
import { learnPlace } from '../core/learning/places'
import { isTaught } from '../core/model/learned'
import type { Rubric } from '../core/rubric/rubric'
import type { Sql } from '../store/database'
import { confirmedDocuments, keepLearned, keyOf, learnedOf, rubricsToLearn, typesKey, type LearnedKey } from '../store/learned'
import { newestRubric, soundRubric } from '../store/setup/rubrics'

const mostDocuments = 150
/** Of one type, where its values stand: the newest, since paper changes. */
const mostOfType = 60
const pagesOfEach = 3

/** Learns anew of each rubric under which people confirmed something since the last time. */
export async function learn(sql: Sql): Promise<void> {
  for (const id of await rubricsToLearn(sql)) {
    const row = await newestRubric(sql, id)
    if (row) await learnRubric(sql, id, soundRubric(row.body))
  }
}

/** Learns what marks a rubric's types, and where its fields' values stand, from the newest documents that people confirmed. */
export async function learnRubric(sql: Sql, id: string, rubric: Rubric): Promise<void> {
  const documents = await confirmedDocuments(sql, id, mostDocuments, pagesOfEach)
  const { since } = await learnedOf(sql, id)
  const countsFor = (key: LearnedKey) => documents.filter(({ confirmed }) => confirmed > (since.get(keyOf(key)) ?? ''))
  if (rubric.types.length > 1) {
    const known = countsFor(typesKey).filter(({ type }) => rubric.types.some(one => one.id === type))
    await keepLearned(sql, id, typesKey, learnTypes(known.map(({ type, pages }) => ({ type, words: pages[0] ?? [] }))))
  }
  for (const type of rubric.types)
    for (const field of type.fields) {
      const key: LearnedKey = { what: 'place', type: type.id, field: field.id }
      const own = countsFor(key).filter(document => document.type === type.id)
      const examples = own.slice(0, mostOfType).flatMap(({ fields, pages }) => {
        const value = fields[field.id]
        return value ? [{ value: value.value, pages, taught: isTaught(value.from) }] : []
      })
      await keepLearned(sql, id, key, learnPlace(field, examples, rubric.read.languages))
      // Other jobs have their turn in between.
      await turn()
    }
}
