import type { Role } from '~~/shared/views/people'

/** What a role lets somebody do. */
export const roleMeans: Record<Role, string> = {
  clerk: 'scans, indexes and corrects their own batches',
  checker: 'sees all batches, and checks them',
  steward: 'sets the office up: rubrics, devices, destinations, people',
}
export const roles = Object.keys(roleMeans) as Role[]
