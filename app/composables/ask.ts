interface Options { method?: 'POST' | 'PUT' | 'DELETE', body?: Record<string, unknown>, query?: Record<string, unknown> }

// Nitro's inferred types of all routes at once are too deep for the compiler where a path is a template.
const plainFetch = $fetch as (url: string, options?: Options) => Promise<unknown>

/** Asks the server; the caller names the view that this route answers with (core/model/views). */
export function ask<T = unknown>(url: string, options?: Options): Promise<T> {
  return plainFetch(url, options) as Promise<T>
}
