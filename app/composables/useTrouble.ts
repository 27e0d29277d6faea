// What the server says to a request without a session; a failed sign-in has words of its own.
const signedOut = 'Sign in first.'

/** What went wrong, in the server's words where it has some. */
export function troubleWords(error: unknown): string {
  const answer = error as { data?: { message?: string }; statusCode?: number }
  if (answer.statusCode === 401 && answer.data?.message === signedOut)
    return 'You are signed out. Sign in again; what you entered is still here until you leave this page.'
  if (answer.data?.message && answer.statusCode !== 500) return answer.data.message
  return 'The server does not answer as it should. Wait a moment, then try again.'
}

/** What is wrong with each field, by its path, where the server says so. */
export function fieldTroubles(error: unknown): Record<string, string> {
  const issues = (error as { data?: { data?: unknown } }).data?.data
  if (!Array.isArray(issues)) return {}
  return Object.fromEntries((issues as { path: string; message: string }[]).map(({ path, message }) => [path, message]))
}

/** Runs one action at a time, shows that it runs, and keeps what went wrong. */
export function useAction() {
  const running = ref(false)
  const trouble = ref<string | null>(null)
  /** By the path of a field; what is said there need not be said twice. */
  const faults = ref<Record<string, string>>({})

  async function run(action: () => Promise<void>): Promise<boolean> {
    if (running.value) return false
    running.value = true
    trouble.value = null
    faults.value = {}
    try {
      await action()
      return true
    } catch (error) {
      trouble.value = troubleWords(error)
      faults.value = fieldTroubles(error)
      return false
    } finally {
      running.value = false
    }
  }

  return { running: readonly(running), trouble, faults: readonly(faults), run }
}
