import { createError, setResponseStatus, type H3Event } from 'h3'
import { issueText } from '../core/model/issues'
import { readRubric } from '../core/model/readRubric'
import type { Rubric } from '../core/model/rubric'
import type { Saved } from '../store/setup/rubrics'
import { conflict } from './refusals'

/** A rubric out of a request, or 400 with each fault: path, found, expected. */
export function soundRubric(body: unknown): Rubric {
  const read = readRubric(body)
  if (read.ok) return read.rubric
  throw createError({ statusCode: 400, message: `The rubric is not sound. ${read.issues.map(issueText).join('; ')}.`, data: read.issues })
}

export function answerSaved(event: H3Event, saved: Saved, name: string) {
  if (saved.outcome === 'newer')
    throw conflict('Someone else saved this rubric after you opened it. Copy your text, load the page again, and bring your changes in.')
  if (saved.outcome === 'name taken') throw conflict(`Another rubric is called “${name}”. Give this one another name.`)
  if (saved.version === 1) setResponseStatus(event, 201)
  return { id: saved.id, version: saved.version }
}
