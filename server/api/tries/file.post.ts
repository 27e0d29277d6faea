import { z } from 'zod'
import { sniff } from '../../../engine/sniff'
import { addTry } from '../../../store/setup/tries'
import { requireRole } from '../../access'
import { store } from '../../context'
import { soundRubric } from '../../rubrics'

const mostBytes = 200 * 1024 ** 2
const Name = z.string().trim().min(1).max(255)

// A draft, tried on a file: a form with the rubric as `body` and the file as `file`. Nothing of the file is kept.
export default defineEventHandler(async (event) => {
  const person = await requireRole(event, 'steward')
  const form = await readMultipartFormData(event) ?? []
  const body = form.find(part => part.name === 'body')
  const file = form.find(part => part.name === 'file')
  if (!body || !file) throw createError({ statusCode: 400, message: 'Give the rubric as "body" and a file as "file".' })
  if (file.data.length > mostBytes) throw createError({ statusCode: 413, message: 'A file to try may have 200 MB at most. Try a part of it.' })
  let text: unknown
  try {
    text = JSON.parse(body.data.toString('utf8'))
  } catch {
    throw createError({ statusCode: 400, message: 'body: found something else, expected the rubric as JSON.' })
  }
  const rubric = soundRubric(text)
  const name = Name.safeParse(file.filename)
  if (!name.success) throw createError({ statusCode: 400, message: 'file: found no name, expected one of at most 255 characters.' })
  if (sniff(file.data) === null) throw createError({ statusCode: 415, message: `“${name.data}” is no PDF, TIFF, JPEG, PNG or WebP. Choose another file.` })
  const { sql, queue } = store()
  setResponseStatus(event, 202)
  return { id: await addTry(sql, queue, { person: person.id, body: rubric, batch: null, file: { name: name.data, bytes: file.data } }) }
})
