import { berthApplications } from './berthApplications'
import { crewCards, logbooks } from './glassPaper'
import { landingSlips } from './landingSlips'
import { mixedPost } from './mixedPost'
import { mooringPermits } from './mooringPermits'
import { officeLetters } from './officeLetters'
import { berthPlans, duesStatements } from './plansAndDues'
import { vesselInspections } from './vesselInspections'
import type { Stack } from './stack'

const makers: Record<string, (seed: number) => Stack> = {
  'mooring-permits': mooringPermits,
  'landing-slips': landingSlips,
  'office-letters': officeLetters,
  'mixed-post': mixedPost,
  'dues-statements': duesStatements,
  'crew-cards': crewCards,
  logbooks: logbooks,
  'berth-plans': berthPlans,
  'vessel-inspections': vesselInspections,
  'berth-applications': berthApplications,
}

export const stackIds = Object.keys(makers)

/** @throws {Error} where there is no such stack */
export function makeStack(id: string, seed: number): Stack {
  const maker = makers[id]
  if (!maker) throw new Error(`There is no stack "${id}"; there are ${stackIds.join(', ')}.`)
  return maker(seed)
}
