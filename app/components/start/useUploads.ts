import { uploadQueue, type Sending } from './uploadQueue'

const pictures = ['image/jpeg', 'image/png', 'image/webp']

/** Sends files into a batch, a few at a time, with progress; a file that failed can be sent again and is taken in once. */
export function useUploads(batch: MaybeRefOrGetter<number>, joins: MaybeRefOrGetter<number | null> = null) {
  const queue = uploadQueue<File>({
    announce: keys => ask(`/api/batches/${toValue(batch)}/uploads`, { method: 'POST', body: { uploads: keys } }),
    preview: file => (pictures.includes(file.type) ? URL.createObjectURL(file) : null),
    send,
  })

  function send(file: File, key: string, told: Sending): () => void {
    const joined = toValue(joins)
    const asked = new URLSearchParams({ name: file.name, upload: key, ...(joined === null ? {} : { joins: String(joined) }) })
    const request = new XMLHttpRequest()
    request.open('POST', `/api/batches/${toValue(batch)}/files?${asked.toString()}`)
    request.upload.onprogress = event => told.progress(event.loaded)
    request.onload = () => told.answered(request.status < 300 ? null : words(request))
    request.onerror = told.broken
    request.onabort = told.aborted
    request.send(file)
    return () => request.abort()
  }

  function words(request: XMLHttpRequest): string {
    try {
      return (JSON.parse(request.responseText) as { message?: string }).message ?? 'The server refused it.'
    } catch {
      return `The server answered ${request.status}. Send it again.`
    }
  }

  onScopeDispose(() => {
    queue.stopAll()
    queue.uploads.value.forEach(one => one.preview && URL.revokeObjectURL(one.preview))
  })
  const { uploads, busy, add, cancel, again } = queue
  return { uploads, busy, add, cancel, again }
}
