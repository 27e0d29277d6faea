import type { DocumentPage } from '~~/shared/views/documents'

interface Sent {
  document: number
  /** As people say which it is. */
  name: string
  state: 'on its way' | 'unanswered' | 'refused'
  why: string | null
}

const retryMs = 3000
/** A connection may be lost without a word: a question that nobody answers is asked again. */
const unansweredMs = 10_000
/** Bytes that a request may have which outlives its page, with room for others under way. */
const mostKeptAlive = 30_000

/**
 * Values that somebody confirmed and that are on their way to the server, while the next card is there already. What the
 * server refuses, or does not answer, is said until it is seen to; what was typed stays with the document until it is kept.
 */
export const useKeeping = defineStore('keeping', () => {
  const sent = ref<Sent[]>([])
  /** Confirmed and kept; a list of documents that was asked for before may still call them open. */
  const kept = shallowRef<ReadonlySet<number>>(new Set())
  const waits = new Map<number, Promise<boolean>>()
  let touched = false

  const of = (document: number) => sent.value.find(one => one.document === document) ?? null
  const change = (document: number, to: Partial<Sent>) =>
    (sent.value = sent.value.map(one => (one.document === document ? { ...one, ...to } : one)))
  const forget = (document: number) => (sent.value = sent.value.filter(one => one.document !== document))

  /** Asks until there is an answer; why it was refused, or null. */
  async function answered(document: number, values: Record<string, string>): Promise<string | null> {
    const body = { values, confirm: true }
    const keepalive = new Blob([JSON.stringify(body)]).size < mostKeptAlive
    for (let again = false; ; again = true) {
      try {
        await ask(`/api/documents/${document}/fields`, { method: 'PUT', body, timeout: unansweredMs, keepalive })
        return null
      } catch (error) {
        const status = (error as { statusCode?: number }).statusCode
        // Asked again, it is no longer open where the first question came through.
        if (status === 409 && again && (await isConfirmed(document))) return null
        if (status !== undefined && status < 500) return troubleWords(error)
        change(document, { state: 'unanswered' })
        await new Promise(resolve => setTimeout(resolve, retryMs))
      }
    }
  }
  const isConfirmed = (document: number) =>
    ask<DocumentPage>(`/api/documents/${document}`).then(
      ({ state, keyedBefore }) => state !== 'open' || keyedBefore,
      () => false,
    )

  async function follow(document: number, values: Record<string, string>): Promise<boolean> {
    await cardShown()
    const why = await answered(document, values)
    waits.delete(document)
    if (why === null) {
      noteKept(document)
      forget(document)
    } else change(document, { state: 'refused', why })
    return why === null
  }

  const noteKept = (document: number) => (kept.value = new Set([...kept.value, document]))
  /** A list that was asked for after these were kept is there. */
  const listed = (documents: readonly number[]) =>
    documents.length && (kept.value = new Set([...kept.value].filter(id => !documents.includes(id))))

  /** Sends what was confirmed. True once it is kept, false where it was refused. */
  function send(document: number, name: string, values: Record<string, string>): Promise<boolean> {
    forget(document)
    sent.value = [...sent.value, { document, name, state: 'on its way', why: null }]
    touched = false
    const wait = follow(document, values)
    waits.set(document, wait)
    return wait
  }
  /** Whether somebody pressed a key or clicked since their last document went. */
  const isTouched = () => touched

  /** Why a document that is opened again was refused, once; null where it was not. */
  function refusalOf(document: number): string | null {
    const found = of(document)
    if (found?.state !== 'refused') return null
    forget(document)
    return found.why
  }

  /** Ends when nothing is on its way, or no answer comes. */
  const settled = () => Promise.race([Promise.all(waits.values()), new Promise(resolve => setTimeout(resolve, retryMs))])

  const touch = () => (touched = true)
  useEventListener('keydown', touch, { capture: true })
  useEventListener('pointerdown', touch, { capture: true })
  useEventListener('beforeunload', event => sent.value.some(one => one.state !== 'refused') && event.preventDefault())
  return { sent: readonly(sent), kept: readonly(kept), noteKept, listed, of, send, isTouched, refusalOf, settled }
})
