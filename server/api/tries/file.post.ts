import { readMultipartFormData } from 'h3'
import { z } from 'zod'
import { sniff } from '../../../engine/sniff'
import { addTry } from '../../../store/setup/tries'
import { store } from '../../context'
import { defineRoute, refuse } from '../../route'
import { soundRubric } from '../../rubrics'

const mostBytes = 200 * 1024 ** 2
const Name = z.string().trim().min(1).max(255)

export default defineRoute({
  does: 'Tries a draft on a file: a form with the rubric as `body` and the file as `file`. Nothing of the file is kept.',
  may: 'steward',
  most: 'stream',
  status: 202,
  answer: z.strictObject({ id: z.string() }),
  async run({ event, person }) {
    const form = (await readMultipartFormData(event)) ?? []
    const body = form.find(part => part.name === 'body')
    const file = form.find(part => part.name === 'file')
    if (!body || !file) throw refuse(400, 'Give the rubric as "body" and a file as "file".')
    if (file.data.length > mostBytes) throw refuse(413, 'A file to try may have 200 MB at most. Try a part of it.')
    let text: unknown
    try {
      text = JSON.parse(body.data.toString('utf8'))
    } catch {
      throw refuse(400, 'body: found something else, expected the rubric as JSON.')
    }
    const rubric = soundRubric(text)
    const name = Name.safeParse(file.filename)
    if (!name.success) throw refuse(400, 'file: found no name, expected one of at most 255 characters.')
    if (sniff(file.data) === null) throw refuse(415, `“${name.data}” is no PDF, TIFF, JPEG, PNG or WebP. Choose another file.`)
    const { sql, queue } = store()
    return { id: await addTry(sql, queue, { person: person.id, body: rubric, batch: null, file: { name: name.data, bytes: file.data } }) }
  },
})
