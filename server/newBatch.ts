import { createError } from 'h3'
import { z } from 'zod'
import { Choices, ChosenSend, forbiddenChoice } from '../core/rubric/choices'
import { givenValues } from '../core/fields/given'
import { localIso } from '../core/fields/dates'
import { findOffice } from '../store/setup/office'
import { batchName } from '../core/name/batchName'
import { waitingWords } from '../core/quality/waiting'
import { toldOf, waitingByRubric } from '../store/batches/strain'
import type { Person } from '../shared/views/people'
import type { NewBatch } from '../flow/start'
import { rememberChoices } from '../store/people/choices'
import { store } from './context'
import { rubricToScan } from './rubrics'

/** What starts a batch, wherever it is started. */
export const Start = z.strictObject({
  rubric: z.uuid(),
  name: z.string().trim().max(120).default(''),
  /** Typed values of the fields that are asked before scanning. */
  values: z.record(z.string().max(64), z.string().max(1000)).default({}),
  choices: Choices.default({}),
  sends: z.array(ChosenSend).max(10).default([]),
})

/** @throws {H3Error} 409 where so much waits under the rubric that nothing new may begin */
async function refuseAtLimit(rubric: string): Promise<void> {
  const { sql } = store()
  const [found] = await waitingByRubric(sql, rubric)
  if (found?.strain !== 'full') return
  const ask = (await toldOf(sql, rubric)).map(one => one.name).join(' or ')
  throw createError({
    statusCode: 409,
    message:
      `${found.name}: ${waitingWords(found.waiting, found.limits)} Nothing new can be begun until some are done.` +
      (ask ? ` Ask ${ask}.` : ''),
  })
}

/**
 * A batch as a person asked for it, checked against its rubric; 404 where the rubric is gone, 409 where its limit is reached,
 * 422 where a required value or place is missing, 400 where a setting may not be changed. What was chosen is remembered.
 * @param from the device's name, or "files"
 */
export async function newBatch(person: Person, asked: z.infer<typeof Start>, from: string): Promise<NewBatch> {
  const { sql } = store()
  const found = await rubricToScan(person, asked.rubric)
  if (!found)
    throw createError({ statusCode: 404, message: 'This rubric is no longer here, or not yours to scan with. Choose another one.' })
  const { name: rubricName, version, rubric } = found
  await refuseAtLimit(asked.rubric)
  const forbidden = forbiddenChoice(rubric, asked.choices)
  if (forbidden)
    throw createError({
      statusCode: 400,
      message: `choices.${forbidden}: the rubric “${rubricName}” does not let this be changed. Ask a steward.`,
    })
  const given = givenValues(rubric, asked.values)
  if (given.unknown.length)
    throw createError({
      statusCode: 400,
      message: `values.${given.unknown[0]}: not a field that “${rubricName}” asks for before scanning.`,
    })
  if (given.faults.length)
    throw createError({ statusCode: 422, message: given.faults.map(fault => fault.why).join(' '), data: given.faults })
  const open = new Set(rubric.send.filter(send => send.ask).map(send => send.to))
  const stray = asked.sends.find(send => !open.has(send.to))
  if (stray) throw createError({ statusCode: 400, message: `sends: “${rubricName}” does not leave open where in “${stray.to}” it goes.` })
  // A name and a code are for this once.
  if (rubric.scan.mayChange.length)
    await rememberChoices(sql, person.id, asked.rubric, { ...asked.choices, name: undefined, protect: undefined, copies: undefined })
  const { timeZone } = await findOffice(sql)
  return {
    name:
      asked.name || batchName(rubric.batchName, { rubric: rubricName, person: person.name, from, when: localIso(new Date(), timeZone) }),
    rubric: asked.rubric,
    version,
    owner: person.id,
    given: given.values,
    sends: asked.sends,
    choices: asked.choices,
  }
}
