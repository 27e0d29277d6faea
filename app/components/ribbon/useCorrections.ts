import type { Edit } from '~~/core/model/edit'
import type { BatchDetail } from '~~/shared/views/batches'
import type { PageView } from '~~/shared/views/pages'
import { actsInTurn } from './inTurn'
import { isAside } from './layOut'
import type { useEditLock } from './useEditLock'

/** What a person can change on the ribbon: each change is kept on the server at once, and can be undone. */
export function useCorrections(
  batch: MaybeRefOrGetter<BatchDetail>,
  lock: Pick<ReturnType<typeof useEditLock>, 'mine' | 'other' | 'ensure'>,
  done: () => Promise<void>,
) {
  const { running, trouble, run } = useAction()
  const clipboard = useClipboard()
  /** What becomes of the values of a part that gets a new beginning. */
  const values = useLocalStorage<'keep' | 'clear'>('rubricator-moved-values', 'clear')

  const open = computed(() => {
    const { state, pages, may } = toValue(batch)
    return (
      (lock.mine.value || (state === 'to index' && lock.other.value === null)) &&
      may.includes('fix') &&
      (['to fix', 'to index'].includes(state) || (state === 'sorting' && pages.every(page => page.examined && page.fate !== null)))
    )
  })
  const post = (what: string, body?: Record<string, unknown>) =>
    run(async () => {
      await lock.ensure()
      await ask(`/api/batches/${toValue(batch).id}/${what}`, { method: 'POST', body })
      await done()
    })
  const edit = (change: Edit) => post('corrections', change)

  const inTurn = actsInTurn({
    idle: () => until(running).toBe(false),
    begin: () => (trouble.value = null),
    failed: () => trouble.value !== null,
  })
  const headed = (page: PageView) => page.heading && page.document !== 1
  const cut = computed(() => (clipboard.clip?.cut && clipboard.clip.batch === toValue(batch).id ? clipboard.clip.pages : []))
  const take = (pages: PageView[], isCut: boolean) => {
    clipboard.clip = { batch: toValue(batch).id, batchName: toValue(batch).name, pages: pages.map(page => page.id), cut: isCut }
  }

  const acts = {
    start: (page: PageView) => edit({ do: 'start', page: page.id, values: values.value }),
    join: (page: PageView) => edit({ do: 'join', page: page.id }),
    aside: (pages: PageView[]) => edit({ do: 'set-aside', pages: pages.map(page => page.id) }),
    back: (pages: PageView[]) => edit({ do: 'put-back', pages: pages.map(page => page.id) }),
    turn: (pages: PageView[], degrees: 90 | 270) => edit({ do: 'rotate', pages: pages.map(page => page.id), degrees }),
    move: (pages: number[], before: number | null) => edit({ do: 'move', pages, before, values: values.value }),
    cut: (pages: PageView[]) => take(pages, true),
    copy: (pages: PageView[]) => take(pages, false),
    /** What was cut or copied, in front of a page or at the end. */
    paste: async (page: PageView | null) => {
      const { clip } = clipboard
      if (!clip) return false
      const here = clip.batch === toValue(batch).id
      const put =
        here && clip.cut
          ? await acts.move(clip.pages, page?.id ?? null)
          : await post('paste', { from: clip.batch, pages: clip.pages, before: page?.id ?? null, cut: clip.cut })
      if (put && clip.cut) clipboard.clip = null
      return put
    },
    undo: () => post('undo'),
    redo: () => post('redo'),
  }

  /** Which acts make sense now: at the page with the caret, and for all that is chosen. */
  function can(page: PageView | null, chosen: readonly PageView[] = page ? [page] : []) {
    const free = open.value && !running.value
    const kept = page !== null && (page.fate === 'kept' || page.fate === 'held')
    const { clip } = clipboard
    return {
      start: free && kept && !page.heading,
      join: free && kept && (headed(page) || page.asks),
      aside: free && chosen.some(one => (one.fate === 'blank' || !isAside(one)) && one.fate !== 'unreadable'),
      back: free && chosen.length > 0 && chosen.every(isAside),
      turn: free && chosen.some(one => one.fate !== 'unreadable'),
      take: free && chosen.length > 0,
      copy: chosen.length > 0 && chosen.every(one => one.fate !== 'unreadable'),
      put: free && page !== null && clip !== null && !(clip.batch === toValue(batch).id && clip.cut && clip.pages.includes(page.id)),
      rescan:
        free &&
        toValue(batch).state !== 'sorting' &&
        page !== null &&
        (page.document === null || toValue(batch).documents.find(one => one.position === page.document)?.state === 'open'),
      undo: free && toValue(batch).corrections.undo > 0,
      redo: free && toValue(batch).corrections.redo > 0,
    }
  }

  return { open, running: refDebounced(running, 150), trouble, inTurn, cut, clip: computed(() => clipboard.clip), values, acts, can }
}
