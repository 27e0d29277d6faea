import { z } from 'zod'
import { conflict } from './refusals'

/** A group as a steward says it is. */
export const GroupBody = z.strictObject({
  name: z.string().trim().min(1).max(120),
  people: z.array(z.uuid()).max(1000),
})

export const groupNameTaken = (name: string) => conflict(`There is a group of the name “${name}” already. Choose another one.`)
