/** A call as the description has it. */
export interface Operation {
  summary: string
  security?: { token?: string[] }[]
  parameters?: { name: string; in: 'path' | 'query'; required?: boolean; example?: string; description?: string }[]
  requestBody?: { content: Record<string, { example?: unknown }> }
}

/** One call that a program makes. */
export interface Call {
  method: string
  path: string
  operation: Operation
}

/** Where a call goes, with its parameters filled in; what is empty is left out. */
export function addressOf(base: string, { path, operation }: Call, values: Readonly<Record<string, string>>): string {
  const given = (operation.parameters ?? []).map(one => ({ ...one, value: (values[one.name] ?? '').trim() }))
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(given.find(one => one.name === name)?.value ?? ''))
  // Values that a document must have are written as they are called: field.permit=04217.
  const query = new URLSearchParams(
    given
      .filter(one => one.in === 'query' && one.value)
      .map(({ name, value }): [string, string] => {
        const field = name === 'field' ? /^(field\.[^=]+)=(.*)$/.exec(value) : null
        return field ? [field[1]!, field[2]!] : [name, value]
      }),
  ).toString()
  return base + filled + (query ? `?${query}` : '')
}

/** The same call for a shell. */
export function asCurl(method: string, address: string, body: string | null): string {
  const quoted = (text: string) => `'${text.replaceAll("'", "'\\''")}'`
  return [
    `curl -X ${method.toUpperCase()} -H "Authorization: Bearer $TOKEN"`,
    ...(body === null ? [] : [`-H 'content-type: application/json' -d ${quoted(body)}`]),
    quoted(address),
  ].join(' \\\n  ')
}
