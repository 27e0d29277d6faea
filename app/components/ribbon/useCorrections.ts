import type { BatchDetail, Edit, PageView } from '~~/core/model/views'

/** What a person can change on the ribbon: each change is kept on the server at once, and can be undone. */
export function useCorrections(batch: MaybeRefOrGetter<BatchDetail>, done: () => Promise<void>) {
  const { running, trouble, run } = useAction()
  /** Pages that wait to be put in elsewhere. */
  const cut = ref<number[]>([])

  const open = computed(() => ['to fix', 'to index'].includes(toValue(batch).state))
  const post = (what: string, body?: Record<string, unknown>) => run(async () => {
    await ask(`/api/batches/${toValue(batch).id}/${what}`, { method: 'POST', body })
    await done()
  })
  const edit = (change: Edit) => post('corrections', change)
  const headed = (page: PageView) => page.heading && page.document !== 1

  const acts = {
    start: (page: PageView) => edit({ do: 'start', page: page.id }),
    join: (page: PageView) => edit({ do: 'join', page: page.id }),
    aside: (page: PageView) => edit({ do: 'set-aside', pages: [page.id] }),
    back: (page: PageView) => edit({ do: 'put-back', pages: [page.id] }),
    turn: (page: PageView, degrees: 90 | 270) => edit({ do: 'rotate', pages: [page.id], degrees }),
    take: async (page: PageView) => {
      cut.value = cut.value.includes(page.id) ? cut.value.filter(id => id !== page.id) : [...cut.value, page.id]
      return true
    },
    put: async (page: PageView | null) => {
      const moved = await edit({ do: 'move', pages: cut.value, before: page?.id ?? null })
      if (moved) cut.value = []
      return moved
    },
    undo: () => post('undo'),
    redo: () => post('redo'),
  }

  /** Which acts make sense at a page now. */
  function can(page: PageView | null) {
    const free = open.value && !running.value
    const kept = page !== null && (page.fate === 'kept' || page.fate === 'held')
    const aside = page !== null && (page.fate === 'blank' || page.fate === 'separator')
    return {
      start: free && kept && !page.heading,
      join: free && kept && (headed(page) || page.asks),
      aside: free && page !== null && page.fate !== 'separator' && page.fate !== 'unreadable',
      back: free && aside,
      turn: free && page !== null && page.fate !== 'unreadable',
      take: free && page !== null,
      put: free && page !== null && cut.value.length > 0 && !cut.value.includes(page.id),
      rescan: free && page !== null && (page.document === null || toValue(batch).documents.find(one => one.position === page.document)?.state === 'open'),
      undo: free && toValue(batch).corrections.undo > 0,
      redo: free && toValue(batch).corrections.redo > 0,
    }
  }

  return { open, running, trouble, cut: readonly(cut), acts, can }
}
