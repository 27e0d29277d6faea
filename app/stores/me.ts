import type { Person } from '~~/core/model/views'

/** Who is signed in here. */
export const useMe = defineStore('me', () => {
  const person = ref<Person | null>(null)
  const asked = ref(false)

  /** Asks the server once who this is. */
  async function find(): Promise<Person | null> {
    if (!asked.value) {
      person.value = await ask<Person>('/api/session').catch(() => null)
      asked.value = true
    }
    return person.value
  }

  async function signIn(name: string, password: string): Promise<void> {
    person.value = await ask<Person>('/api/session', { method: 'POST', body: { name, password } })
    asked.value = true
  }

  /** Makes the first person of an empty copy, who is signed in at once. */
  async function begin(name: string, password: string): Promise<void> {
    person.value = await ask<Person>('/api/setup/steward', { method: 'POST', body: { name, password } })
    asked.value = true
  }

  async function signOut(): Promise<void> {
    await ask('/api/session', { method: 'DELETE' })
    // Everything that was shown belongs to the one who leaves.
    window.location.assign('/sign-in')
  }

  return { person: readonly(person), find, begin, signIn, signOut }
})
