/** One file on its way in. */
export interface Upload { key: string, name: string, bytes: number, sent: number, state: 'waiting' | 'sending' | 'safe' | 'failed' | 'cancelled', trouble: string | null, preview: string | null }

const atOnce = 2
const pictures = ['image/jpeg', 'image/png', 'image/webp']

/** Sends files into a batch, a few at a time, with progress; a file that failed can be sent again and is taken in once. */
export function useUploads(batch: MaybeRefOrGetter<number>, joins: MaybeRefOrGetter<number | null> = null) {
  const uploads = ref<Upload[]>([])
  const files = new Map<string, File>()
  const requests = new Map<string, XMLHttpRequest>()
  /** Files that are dropped in two goes are announced in two, one after the other. */
  let announced = Promise.resolve()
  const of = (key: string) => uploads.value.find(one => one.key === key)!

  /** Tells the server the order first: pages stand in the order in which their files were chosen. */
  async function add(chosen: Iterable<File>) {
    const keys: string[] = []
    for (const file of chosen) {
      const key = crypto.randomUUID()
      keys.push(key)
      files.set(key, file)
      uploads.value.push({ key, name: file.name, bytes: file.size, sent: 0, state: 'waiting', trouble: null, preview: pictures.includes(file.type) ? URL.createObjectURL(file) : null })
    }
    if (!keys.length) return
    // Where this fails, sending says why; a few are begun in the order given anyway.
    announced = announced.then(() => ask(`/api/batches/${toValue(batch)}/uploads`, { method: 'POST', body: { uploads: keys } })).then(() => undefined, () => undefined)
    await announced
    proceed()
  }

  function proceed() {
    const sending = uploads.value.filter(one => one.state === 'sending').length
    for (const one of uploads.value.filter(upload => upload.state === 'waiting').slice(0, atOnce - sending)) send(one)
  }

  function send({ key, name }: Upload) {
    const upload = of(key)
    Object.assign(upload, { state: 'sending', sent: 0, trouble: null })
    const request = new XMLHttpRequest()
    requests.set(key, request)
    request.open('POST', `/api/batches/${toValue(batch)}/files?${new URLSearchParams({ name, upload: key, ...toValue(joins) === null ? {} : { joins: String(toValue(joins)) } }).toString()}`)
    request.upload.onprogress = event => (of(key).sent = event.loaded)
    request.onload = () => ended(key, request.status < 300 ? 'safe' : 'failed', request.status < 300 ? null : words(request))
    request.onerror = () => ended(key, 'failed', 'The connection broke. Send it again; it is taken in once.')
    request.onabort = () => ended(key, 'cancelled', null)
    request.send(files.get(key))
  }

  function ended(key: string, state: Upload['state'], trouble: string | null) {
    Object.assign(of(key), { state, trouble })
    requests.delete(key)
    proceed()
  }

  function words(request: XMLHttpRequest): string {
    try {
      return (JSON.parse(request.responseText) as { message?: string }).message ?? 'The server refused it.'
    } catch {
      return `The server answered ${request.status}. Send it again.`
    }
  }

  function cancel(key: string) {
    const upload = of(key)
    if (upload.state === 'waiting') upload.state = 'cancelled'
    else requests.get(key)?.abort()
  }
  function again(key: string) {
    of(key).state = 'waiting'
    proceed()
  }

  const busy = computed(() => uploads.value.some(one => one.state === 'waiting' || one.state === 'sending'))
  onScopeDispose(() => {
    requests.forEach(request => request.abort())
    uploads.value.forEach(one => one.preview && URL.revokeObjectURL(one.preview))
  })
  return { uploads: readonly(uploads), busy, add, cancel, again }
}
