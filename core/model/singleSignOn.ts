import { z } from 'zod'

const line = z.string().trim().max(200)
const group = line.default('')

/** A provider of OpenID Connect (OpenID Connect Core 1.0) that vouches for the office's people. */
export const SingleSignOn = z.strictObject({
  /** Its address, below which it describes itself; with HTTPS, but on this machine. */
  issuer: z
    .url({ protocol: /^https?$/ })
    .max(500)
    .refine(isSafe, 'an address with https://'),
  clientId: line.min(1),
  /** Left out, the one that was kept stays. */
  clientSecret: z.string().max(500).optional(),
  /** What people call it, on the button. */
  label: line.min(1),
  /** What is asked of it (scope); some want one more before they tell of groups. */
  scope: line.min(1).default('openid profile email'),
  /** The claim that names somebody's groups. */
  claim: line.min(1).default('groups'),
  /** The group that makes somebody each of these; where none is named, roles stay as they are set here. */
  groups: z.strictObject({ clerk: group, checker: group, steward: group }).prefault({}),
  /** Whoever is not known here is added when they come first, if a group gives them a role. */
  adds: z.boolean().default(true),
})
export type SingleSignOn = z.infer<typeof SingleSignOn>

/** Whether what is said to an address stays between the two: over TLS, or on this machine. */
export function isSafe(address: string): boolean {
  if (!URL.canParse(address)) return false
  const { protocol, hostname } = new URL(address)
  return protocol === 'https:' || hostname === '127.0.0.1' || hostname === '[::1]' || hostname === 'localhost'
}

type RoleName = keyof SingleSignOn['groups']

/** The roles that groups give somebody; null where the settings name no group, so that roles are not the provider's to give. */
export function rolesOfGroups({ groups }: SingleSignOn, own: readonly string[]): RoleName[] | null {
  const named = (Object.entries(groups) as [RoleName, string][]).filter(([, group]) => group !== '')
  return named.length ? named.filter(([, group]) => own.includes(group)).map(([role]) => role) : null
}
