import { z } from 'zod'
import type { PasswordLinkView } from '../shared/views/people'
import { makePasswordLink } from '../store/people/passwordLinks'
import { store } from './context'
import { mailNotice } from './notices'

/** The part of a link that opens it. */
export const PasswordLink = z.string().regex(/^[\w-]{43}$/, 'the whole link')

/** Makes a link by which somebody sets their password: mailed where that works, else for the steward to hand on. */
export async function giveLink(
  to: { id: string; name: string; mail: string | null },
  by: string,
  origin: string,
): Promise<PasswordLinkView> {
  const link = `${origin}/set-password?link=${await makePasswordLink(store().sql, to.id, by)}`
  const text =
    `${to.name},\n\nset your password for Rubricator here:\n\n${link}\n\nThe link works once, for three days. ` +
    'If nobody in your office told you of it, leave it alone and tell them.'
  return (await mailNotice(to.mail, 'Set your password', text)) ? { mailed: to.mail, link: null } : { mailed: null, link }
}
