interface Options {
  method?: 'POST' | 'PUT' | 'DELETE'
  body?: Record<string, unknown>
  query?: Record<string, unknown>
  /** Milliseconds after which an answer is no longer waited for; without it, as long as the connection stands. */
  timeout?: number
  /** It goes on to the server, also where the page is left meanwhile; of what is short enough for that (Fetch, 64 KB). */
  keepalive?: boolean
}

// Nitro's inferred types of all routes at once are too deep for the compiler where a path is a template.
const plainFetch = (url: string, options?: Options) => ($fetch as (url: string, options?: Options) => Promise<unknown>)(url, options)

/** What shows a password again when the server wants that; the layout that can ask for it sets it. */
let prove: (() => Promise<boolean>) | null = null
export function useProof(how: () => Promise<boolean>): void {
  prove = how
  onScopeDispose(() => {
    if (prove === how) prove = null
  })
}
const wantsProof = (error: unknown) => (error as { data?: { data?: { proof?: boolean } } }).data?.data?.proof === true

/** Asks the server; the caller names the view that this route answers with (shared/views). */
export function ask<T = unknown>(url: string, options?: Options): Promise<T> {
  return plainFetch(url, options).catch(async (error: unknown) => {
    // Asked for first, and then all of it again.
    if (wantsProof(error) && prove && (await prove())) return plainFetch(url, options)
    throw error
  }) as Promise<T>
}
