import { computed, readonly, ref } from 'vue'

/** One file on its way in. */
export interface Upload {
  key: string
  name: string
  bytes: number
  sent: number
  state: 'waiting' | 'sending' | 'safe' | 'failed' | 'cancelled'
  trouble: string | null
  preview: string | null
}

/** What a file needs to tell to be queued. */
interface Chosen {
  name: string
  size: number
}

export interface Sending {
  progress: (bytes: number) => void
  /** What the server said: `null` where the file is safe there. */
  answered: (trouble: string | null) => void
  broken: () => void
  aborted: () => void
}

/** How files reach the server. */
export interface Transport<F> {
  /** Tells the order in which files were chosen. */
  announce: (keys: string[]) => Promise<unknown>
  /** Begins to send; gives what stops it. */
  send: (file: F, key: string, told: Sending) => () => void
  preview: (file: F) => string | null
}

const atOnce = 2

/** Sends files a few at a time, in the order in which they were chosen; one that failed can be sent again under its key. */
export function uploadQueue<F extends Chosen>({ announce, send, preview }: Transport<F>) {
  const uploads = ref<Upload[]>([])
  const files = new Map<string, F>()
  const stops = new Map<string, () => void>()
  /** Files that are dropped in two goes are announced in two, one after the other. */
  let announced = Promise.resolve()
  const of = (key: string) => uploads.value.find(one => one.key === key)!

  /** Tells the server the order first: pages stand in the order in which their files were chosen. */
  async function add(chosen: Iterable<F>): Promise<void> {
    const keys: string[] = []
    for (const file of chosen) {
      const key = crypto.randomUUID()
      keys.push(key)
      files.set(key, file)
      const { name, size: bytes } = file
      uploads.value.push({ key, name, bytes, sent: 0, state: 'waiting', trouble: null, preview: preview(file) })
    }
    if (!keys.length) return
    // Where this fails, sending says why; a few are begun in the order given anyway.
    announced = announced
      .then(() => announce(keys))
      .then(
        () => undefined,
        () => undefined,
      )
    await announced
    proceed()
  }

  function proceed(): void {
    const sending = uploads.value.filter(one => one.state === 'sending').length
    for (const one of uploads.value.filter(upload => upload.state === 'waiting').slice(0, atOnce - sending)) begin(one.key)
  }

  function begin(key: string): void {
    Object.assign(of(key), { state: 'sending', sent: 0, trouble: null })
    const stop = send(files.get(key)!, key, {
      progress: bytes => (of(key).sent = bytes),
      answered: trouble => ended(key, trouble === null ? 'safe' : 'failed', trouble),
      broken: () => ended(key, 'failed', 'The connection broke. Send it again; it is taken in once.'),
      aborted: () => ended(key, 'cancelled', null),
    })
    stops.set(key, stop)
  }

  function ended(key: string, state: Upload['state'], trouble: string | null): void {
    Object.assign(of(key), { state, trouble })
    stops.delete(key)
    proceed()
  }

  function cancel(key: string): void {
    const upload = of(key)
    if (upload.state === 'waiting') upload.state = 'cancelled'
    else stops.get(key)?.()
  }
  function again(key: string): void {
    of(key).state = 'waiting'
    proceed()
  }
  function stopAll(): void {
    stops.forEach(stop => stop())
  }

  const busy = computed(() => uploads.value.some(one => one.state === 'waiting' || one.state === 'sending'))
  return { uploads: readonly(uploads), busy, add, cancel, again, stopAll }
}
