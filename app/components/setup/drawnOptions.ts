import type { DescribedView } from '~~/shared/views/setUp'

/** What a steward chose of a description. */
export interface Drawn {
  /** Places in the description's lists; -1 is none. */
  lookup: number
  attach: number
  write: number
  parameter: string
  begins: string
  /** Our field by whose value a record is found. */
  field: string
  identity: string
  shown: string[]
  /** Our field for each key that is written back. */
  writes: Record<string, string>
}

type Options = Readonly<Record<string, unknown>>
interface LookupOptions {
  path?: string
  parameter?: string
  field?: string
  begins?: string
}
interface WriteOptions {
  path?: string
  values?: string[]
}

const place = (list: readonly { path: string }[], path: string | undefined, usual: number) => {
  const found = list.findIndex(one => one.path === path)
  return found >= 0 ? found : Math.min(usual, list.length - 1)
}

/** What is chosen first: as the destination has it, else what names suggest. */
export function firstChosen({ lookups, attaches, writes, fields }: DescribedView, options: Options): Drawn {
  const before = (options.lookup ?? {}) as LookupOptions
  const write = (options.write ?? {}) as WriteOptions
  const lookup = place(lookups, before.path, 0)
  const { parameters = [], keys = [] } = lookups[lookup] ?? {}
  const named = parameters.map(one => one.name)
  const alike = named.find(name => fields.some(field => field.id === name))
  const parameter = named.find(name => name === before.parameter) ?? parameters.find(one => one.required)?.name ?? alike ?? named[0] ?? ''
  const chosenKeys = (options.shown as string[] | undefined)?.filter(key => keys.some(one => one.key === key)) ?? []
  return {
    lookup,
    attach: place(attaches, options.attach as string | undefined, 0),
    write: place(writes, write.path, 0),
    parameter,
    begins: before.begins ?? named.find(name => /begin|prefix|start/i.test(name)) ?? '',
    field: before.field ?? fields.find(field => field.id === parameter)?.id ?? '',
    identity: (keys.find(one => one.key === (options.identity || 'id')) ?? keys.find(one => /id$/i.test(one.key)) ?? keys[0])?.key ?? 'id',
    shown: chosenKeys,
    writes: Object.fromEntries(
      (write.values ?? []).flatMap(line => {
        const [key, field] = line.split(/ = | as /)
        return key && field ? [[key, field]] : []
      }),
    ),
  }
}

/** The options that a choice comes to. */
export function drawnOptions(
  { server, lookups, attaches, writes }: DescribedView,
  drawn: Drawn,
  options: Options,
): Record<string, unknown> {
  const lookup = lookups[drawn.lookup]
  const attach = attaches[drawn.attach]
  const write = writes[drawn.write]
  const values = (write?.keys ?? []).flatMap(({ key, kind }) =>
    drawn.writes[key] ? [`${key} = ${drawn.writes[key]}${kind === 'text' ? '' : ` as ${kind}`}`] : [],
  )
  return {
    ...options,
    address: options.address || server || '',
    ...(lookup
      ? {
          lookup: {
            path: lookup.path,
            parameter: drawn.parameter,
            field: drawn.field,
            ...(drawn.begins ? { begins: drawn.begins } : {}),
            ...(lookup.within === null ? {} : { within: lookup.within }),
          },
          identity: drawn.identity,
          shown: drawn.shown,
        }
      : {}),
    ...(attach ? { attach: attach.path, noun: options.noun || attach.noun } : {}),
    write: write && values.length ? { path: write.path, type: write.type, values } : undefined,
  }
}
