import type { DocumentPage } from '~~/shared/views/documents'

const pauseMs = 400
const retryMs = 3000
/** A connection may be lost without a word: a question that nobody answers is asked again. */
const unansweredMs = 5000

/** What the server took a moment ago: another card of the same document begins with it, whatever was fetched before. */
const lately = new Map<string, { typed: Record<string, string>; until: number }>()
const latelyMs = 5000

export type DraftState = 'kept' | 'keeping' | 'here'

/**
 * What is typed is kept on the server within a second; until it is there, in this browser, so that neither a reload nor a
 * lost connection takes it away.
 * @param changed what differs from the document's values, by field
 */
export function useDraft(document: DocumentPage, changed: () => Record<string, string>) {
  const me = useMe()
  const key = `rubricator-draft-${me.person?.id}-${document.id}-${document.pass}`
  const here = useLocalStorage<Record<string, string> | null>(key, null, {
    serializer: { read: text => JSON.parse(text) as Record<string, string>, write: value => JSON.stringify(value) },
  })
  const taken = lately.get(key)
  const atServer = (taken && taken.until > Date.now() ? taken.typed : document.draft) ?? {}
  /** What was typed before, here or on another day. */
  const before = here.value ?? atServer
  const state = ref<DraftState>('kept')
  const refused = ref<string | null>(null)
  let sent = JSON.stringify(atServer)
  let over = false

  const send = async (): Promise<void> => {
    const typed = changed()
    const text = JSON.stringify(typed)
    if (over || text === sent) return void (state.value = 'kept')
    try {
      await ask(`/api/documents/${document.id}/draft`, { method: 'PUT', body: { typed, pass: document.pass }, timeout: unansweredMs })
      sent = text
      lately.set(key, { typed, until: Date.now() + latelyMs })
      refused.value = null
      if (JSON.stringify(changed()) === text) {
        here.value = null
        state.value = 'kept'
      } else void later()
    } catch (error) {
      // Said where the server refuses it; where it cannot be reached it is tried again.
      const status = (error as { statusCode?: number }).statusCode
      if (status !== undefined && status < 500) refused.value = troubleWords(error)
      state.value = 'here'
      if (refused.value === null) setTimeout(() => void later(), retryMs)
    }
  }
  const later = useDebounceFn(send, pauseMs)

  watch(
    () => JSON.stringify(changed()),
    text => {
      if (over || text === sent) return
      here.value = changed()
      state.value = 'keeping'
      void later()
    },
  )

  /** What was typed is on its way as values: it stays here until they are kept. */
  function pause(): void {
    over = true
    here.value = changed()
  }
  /** The values are kept, or it is somebody else's turn: nothing of the draft is wanted any more. */
  function end(): void {
    over = true
    here.value = null
    // A card that is gone no longer writes what it holds.
    localStorage.removeItem(key)
    lately.delete(key)
  }
  return { before, state: readonly(state), refused: readonly(refused), send, pause, end }
}
