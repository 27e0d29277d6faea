import { createError, setResponseStatus, type H3Event } from 'h3'
import { issueText } from '../core/model/issues'
import { readRubric } from '../core/rubric/readRubric'
import type { Rubric } from '../core/rubric/rubric'
import type { Person } from '../shared/views/people'
import { rubricsFor } from '../store/people/rights'
import { findRubric, newestRubric, type Saved } from '../store/setup/rubrics'
import { store } from './context'
import { conflict } from './refusals'

/** A rubric out of a request, or 400 with each fault: path, found, expected. */
export function soundRubric(body: unknown): Rubric {
  const read = readRubric(body)
  if (read.ok) return read.rubric
  throw createError({ statusCode: 400, message: `The rubric is not sound. ${read.issues.map(issueText).join('; ')}.`, data: read.issues })
}

/** A rubric's newest version, with which this person may scan; null where there is none such. */
export async function rubricToScan(person: Person, id: string): Promise<{ name: string; version: number; rubric: Rubric } | null> {
  const { sql } = store()
  if (!(await rubricsFor(sql, person, 'scan')).has(id)) return null
  const row = await newestRubric(sql, id)
  const rubric = row && (await findRubric(sql, id, row.version))
  return row && rubric ? { name: row.name, version: row.version, rubric } : null
}

export function answerSaved(event: H3Event, saved: Saved, name: string) {
  if (saved.outcome === 'newer')
    throw conflict('Someone else saved this rubric after you opened it. Copy your text, load the page again, and bring your changes in.')
  if (saved.outcome === 'name taken') throw conflict(`Another rubric is called “${name}”. Give this one another name.`)
  if (saved.version === 1) setResponseStatus(event, 201)
  return { id: saved.id, version: saved.version }
}
