import type { DocumentPage } from '~~/shared/views/documents'

/** Documents that were asked for before they are opened. */
const ahead = new Map<number, Promise<DocumentPage | null>>()
const mostAhead = 4

const fetchDocument = (id: number) => ask<DocumentPage>(`/api/documents/${id}`)
export const pictureOf = ({ id, picture }: DocumentPage['pages'][number]) => `/api/pages/${id}/view?v=${picture}`

/** Asks for a document and the picture of its first page before somebody opens it. */
export function fetchAhead(id: number): void {
  if (ahead.has(id)) return
  if (ahead.size >= mostAhead) ahead.delete(ahead.keys().next().value!)
  const asked = fetchDocument(id).catch(() => null)
  ahead.set(id, asked)
  void asked.then(document => {
    const first = document?.pages[0]
    if (first) new Image().src = pictureOf(first)
  })
}

/** The document that is open: one that was asked for before is there at once, and then as it is now. */
export function useDocument(id: MaybeRefOrGetter<number>) {
  const document = shallowRef<DocumentPage | null>(null)
  const trouble = ref<string | null>(null)
  const gone = ref(false)
  const keeping = useKeeping()
  let question = 0

  async function take(asked: Promise<DocumentPage | null>, mine: number): Promise<void> {
    try {
      const found = await asked
      if (mine !== question || !found) return
      document.value = found
      trouble.value = null
      gone.value = false
    } catch (error) {
      if (mine !== question) return
      gone.value = (error as { statusCode?: number }).statusCode === 404
      if (gone.value && document.value === null) showError({ status: 404 })
      trouble.value = troubleWords(error)
    }
  }
  const refresh = () => take(fetchDocument(toValue(id)), ++question)

  watch(
    () => toValue(id),
    async wanted => {
      const mine = ++question
      const underWay = keeping.sent.some(one => one.state === 'on its way')
      const known = ahead.get(wanted) ?? (underWay ? fetchDocument(wanted) : null)
      ahead.delete(wanted)
      if (known) await take(known, mine)
      // What is on its way from the card before may say something of this one.
      if (underWay) await keeping.settled()
      if (mine === question) await take(fetchDocument(wanted), mine)
    },
    { immediate: true },
  )
  return { document, trouble, gone, refresh }
}
