import { triesToTell } from '../store/people/signInTries'
import { store } from './context'
import { mailNotice } from './notices'

/** Mails a person, once a day at most, that somebody fails to sign in under their name again and again. */
export async function tellOfTries(name: string): Promise<void> {
  const person = await triesToTell(store().sql, name)
  if (!person) return
  // Whoever tries is not told by how long it takes.
  void mailNotice(
    person.mail,
    'Sign-ins under your name failed',
    `${person.name},\n\nsomebody tried to sign in under your name and failed again and again. If that was not you, tell a ` +
      'steward; your password still holds, and each try now waits longer.',
  )
}
