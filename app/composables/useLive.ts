interface Change {
  about: 'batch' | 'sent'
  batch: number
  /** Those that it is about, where it says so. */
  documents?: number[]
}
type Listener = (change: Change | null) => void

const listeners = new Set<Listener>()
const connected = ref(true)
let source: EventSource | null = null
let broken = false

function open(): void {
  if (source) return
  source = new EventSource('/api/live')
  source.onopen = () => {
    connected.value = true
    // Something may have changed while nobody heard.
    if (broken) listeners.forEach(listener => listener(null))
    broken = false
  }
  source.onmessage = event => listeners.forEach(listener => listener(JSON.parse(event.data as string) as Change | null))
  source.onerror = () => {
    connected.value = false
    broken = true
    // The browser reconnects by itself, but not after the server refused once.
    if (source?.readyState === EventSource.CLOSED) {
      source = null
      setTimeout(() => listeners.size && open(), 2000)
    }
  }
}

const apart = 120

/** Documents that changed; null where it may be any. */
export type ChangedDocuments = ReadonlySet<number> | null

/** Calls back at once when anything changed that concerns `batch` (any batch where null); changes that follow closely count once. */
export function useLive(batch: MaybeRefOrGetter<number | null>, refresh: (changed: ChangedDocuments) => Promise<unknown>) {
  let changed: Set<number> | null = new Set()
  let waiting: ReturnType<typeof setTimeout> | undefined
  let busy = false
  let again = false
  let last = 0

  async function run() {
    if (busy) {
      again = true
      return
    }
    busy = true
    last = Date.now()
    const told = changed
    changed = new Set()
    await refresh(told)
    busy = false
    if (again) {
      again = false
      soon()
    }
  }

  function soon() {
    clearTimeout(waiting)
    waiting = setTimeout(() => void run(), Math.max(0, last + apart - Date.now()))
  }

  const listener: Listener = change => {
    const wanted = toValue(batch)
    if (change !== null && wanted !== null && change.batch !== wanted) return
    if (change?.documents?.length) change.documents.forEach(id => changed?.add(id))
    else changed = null
    soon()
  }

  onMounted(() => {
    listeners.add(listener)
    open()
  })
  onScopeDispose(() => {
    clearTimeout(waiting)
    listeners.delete(listener)
  })
  return { connected: readonly(connected) }
}
