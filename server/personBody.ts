import { z } from 'zod'
import { Role } from '../shared/views/people'

/** Who a person is and what they may, as a steward says. */
export const PersonBody = z.strictObject({
  name: z.string().trim().min(1).max(120),
  mail: z.email().max(200).nullable(),
  roles: z.array(Role).min(1, 'at least one role').max(3),
})
