import type { DocumentPage, SiblingView } from '~~/shared/views/documents'
import { enteredForm } from './enteredForm'
import { fetchAhead } from './useDocument'
import { useDraft } from './useDraft'
import { useEntry } from './useEntry'
import { useLease } from './useLease'
import { usePageWords } from './usePageWords'
import { useRowPlace } from './useRowPlace'
import { useSecondScreen } from './useSecondScreen'
import type { Suggestion } from './useSuggestions'

interface Hooks {
  /** Something of the document changed on the server. */
  kept: () => void
  /**
   * The last document of the batch is done. No event: what the save changes may take the card away before its answer is there, and
   * a card that is gone is not heard.
   */
  done: () => void
  /** Gives a field the cursor. */
  focus: (field: string) => void
}

/** One document's entry, whichever way its fields are shown: values, lease, draft, the page beside, and where it goes on. */
export function useCard(document: () => DocumentPage, next: () => SiblingView | null, { kept, done, focus }: Hooks) {
  const route = useRoute()
  const router = useRouter()
  const entry = useEntry(document)
  const { fields, values, seen, nextToDo, firstFault } = entry
  // A card is one document's: it is made anew for the next.
  const draft = useDraft(document(), entry.typed)
  entry.takeUp(draft.before)
  const lease = useLease(document)
  const { running, trouble, run } = useAction()
  const keeping = useKeeping()
  trouble.value = keeping.refusalOf(document().id)
  const faultAt = document().pages.findIndex(one => one.position === document().returned?.place?.page)
  const pageAt = ref(Math.max(0, faultAt))
  const focused = ref<string | null>(null)
  const field = computed(() => fields.value.find(one => one.id === focused.value) ?? null)
  const page = computed(() => document().pages[pageAt.value] ?? document().pages[0] ?? null)
  const words = usePageWords(() => page.value?.id)
  const notMine = computed(() => lease.other.value !== null || document().keyedBefore)

  watchEffect(() => {
    const other = next()
    if (other) void cardShown().then(() => fetchAhead(other.id))
  })

  /** What a checker found wrong comes first, then what there is to do. */
  const firstField = () => document().returned?.field ?? nextToDo(null) ?? fields.value[0]?.id ?? null

  /** Whoever takes a document over goes on where there is something to do, without another click. */
  async function takeOver() {
    await lease.takeOver()
    await nextTick()
    const first = firstField()
    if (first && !notMine.value) focus(first)
  }

  /** It is on its way, and the card with it. */
  let sent = false
  async function goToNext(other: SiblingView, typed: Record<string, string>) {
    sent = true
    draft.pause()
    const { id, position, batchName } = document()
    const at = { path: `/documents/${other.id}`, query: route.query }
    const kept = keeping.send(id, `Document ${position} of ${batchName}`, typed)
    await navigateTo(at)
    if (await kept) draft.end()
    // Whoever did nothing yet on the next card is back where it is said why; others go there when they like.
    else if (!keeping.isTouched() && router.currentRoute.value.path === at.path)
      await navigateTo({ path: `/documents/${id}`, query: at.query })
  }

  async function save(confirm: boolean) {
    if (notMine.value || sent) return
    if (confirm) {
      const fault = firstFault()
      if (fault) return focus(fault)
    }
    const typed = Object.fromEntries(fields.value.map(({ id }) => [id, values.value[id] ?? '']))
    const other = next()
    // The next card does not wait for the answer.
    if (confirm && other) return goToNext(other, typed)
    // What is wrong or keyed twice is no value yet, and stays as it was typed.
    if (!confirm) await draft.send()
    const saved = await run(() => ask(`/api/documents/${document().id}/fields`, { method: 'PUT', body: { values: typed, confirm } }))
    if (!saved) return
    draft.end()
    if (confirm) keeping.noteKept(document().id)
    // Whoever went elsewhere meanwhile stays there.
    if (router.currentRoute.value.path !== `/documents/${document().id}`) return
    // The batch's documents may have become known meanwhile.
    const later = next()
    if (confirm && later) await navigateTo({ path: `/documents/${later.id}`, query: route.query })
    else if (confirm) done()
    else await navigateTo(`/batches/${document().batch}`)
  }

  /** Where the value of the field with the cursor was read; its page is turned to. */
  const placeOf = (id: string) => document().fields[id] ?? document().candidates[id]?.[0] ?? null
  const { row, place } = useRowPlace(document, field, id => values.value[id] ?? '')
  function onRow(at: number) {
    row.value = at
    if (place.value) pageAt.value = place.value.pageAt
  }
  watch(place, () => place.value && (pageAt.value = place.value.pageAt))
  const mark = computed(() => {
    if (place.value) return place.value.pageAt === pageAt.value ? place.value.box : null
    const found = focused.value === null ? null : placeOf(focused.value)
    return found?.page === page.value?.position ? (found?.box ?? null) : null
  })
  // The place of a fault is what one sees first.
  let opening = faultAt >= 0
  function onFocus(id: string) {
    focused.value = id
    row.value = null
    filling.value = null
    if (opening) return void (opening = false)
    const at = document().pages.findIndex(one => one.position === placeOf(id)?.page)
    if (at >= 0) pageAt.value = at
  }
  /** A person is through with a field: on to the next at which there is something to do, or to the next document. */
  function goOn(id: string) {
    seen.value.add(id)
    const other = nextToDo(id)
    if (other && other !== id) focus(other)
    else void save(true)
  }

  function onKey(event: KeyboardEvent) {
    if (!event.altKey || event.key.toLowerCase() !== 'l' || !field.value) return
    const before = document().before[field.value.id]
    if (before !== undefined) values.value[field.value.id] = enteredForm(field.value, before)
    event.preventDefault()
  }
  useEventListener('keydown', onKey)

  /** Values that a business record gave; what was typed elsewhere stays. */
  function takeValues(found: Record<string, string>) {
    Object.assign(values.value, found)
    kept()
  }
  const takeRecord = (record: NonNullable<Suggestion['record']>) =>
    run(async () => {
      const body = { system: record.system, value: record.key, chosen: record.id }
      const { values: found } = await ask<{ values: Record<string, { value: string }> }>(`/api/documents/${document().id}/lookup`, {
        method: 'POST',
        body,
      })
      takeValues(
        Object.fromEntries(
          fields.value.flatMap(one => {
            const value = found[one.id]?.value ?? record.values[one.id]
            return value === undefined ? [] : [[one.id, enteredForm(one, value)]]
          }),
        ),
      )
    })

  /** Words of the page go into the field that has the cursor; more clicks add more words. */
  const filling = ref<string | null>(null)
  function fill(text: string, add: boolean) {
    const id = focused.value
    if (!id || notMine.value) return
    values.value[id] = add && filling.value === id ? `${values.value[id]} ${text}` : text
    focus(id)
    filling.value = id
  }

  useSecondScreen(() => ({ document: document().id, pageAt: pageAt.value, field: focused.value, mark: mark.value }), {
    turn: at => (pageAt.value = at),
    fill,
  })

  return {
    ...entry,
    draft,
    lease,
    running,
    trouble,
    pageAt,
    focused,
    field,
    words,
    notMine,
    mark,
    firstField,
    takeOver,
    save,
    onFocus,
    onRow,
    goOn,
    takeValues,
    takeRecord,
    fill,
  }
}

export const keptWords = { kept: 'What you type is kept.', keeping: 'Being kept…', here: 'No connection: kept in this browser.' } as const
