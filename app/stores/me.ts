import { useQueryCache } from '@pinia/colada'
import type { SignedIn } from '~~/shared/views/people'
import { useTimeZone } from '~/words/time'

/** Who is signed in here. */
export const useMe = defineStore('me', () => {
  const person = ref<SignedIn | null>(null)
  const asked = ref(false)
  watch(person, found => found && useTimeZone(found.timeZone), { flush: 'sync' })
  // What one person saw is not shown to the next.
  const seen = useQueryCache()
  watch(
    () => person.value?.id,
    () => seen.getEntries({ active: false }).forEach(entry => seen.remove(entry)),
    { flush: 'sync' },
  )

  /** Asks the server once who this is. */
  async function find(): Promise<SignedIn | null> {
    if (!asked.value) {
      person.value = await ask<SignedIn>('/api/session').catch(() => null)
      asked.value = true
    }
    return person.value
  }

  async function signIn(name: string, password: string, code?: string): Promise<void> {
    person.value = await ask<SignedIn>('/api/session', { method: 'POST', body: { name, password, ...(code ? { code } : {}) } })
    asked.value = true
  }

  /** Asks again, after something of theirs changed. */
  async function refresh(): Promise<void> {
    person.value = await ask<SignedIn>('/api/session')
  }

  /** Makes the first person of an empty copy, who is signed in at once. */
  async function begin(name: string, password: string): Promise<void> {
    person.value = await ask<SignedIn>('/api/setup/steward', { method: 'POST', body: { name, password } })
    asked.value = true
  }

  /** At a panel: by PIN, by name and password, or by a badge that was held to its reader, if one was. */
  async function signInAtPanel(how: { pin: string } | { name: string; password: string } | { badge: true }): Promise<void> {
    const found = await ask<SignedIn | null>('/api/panel/session', { method: 'POST', body: how })
    // A question after badges that is answered late must not sign out whoever came in by PIN meanwhile.
    if (!found) return
    person.value = found
    asked.value = true
  }

  /** Forgets who this is without leaving the page: what it shows is the page's to clear. */
  async function signOutHere(): Promise<void> {
    await ask('/api/session', { method: 'DELETE' })
    person.value = null
  }

  async function signOut(): Promise<void> {
    await ask('/api/session', { method: 'DELETE' })
    // Everything that was shown belongs to the one who leaves.
    window.location.assign('/sign-in')
  }

  return { person: readonly(person), find, refresh, begin, signIn, signInAtPanel, signOut, signOutHere }
})
