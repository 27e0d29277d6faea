/// <reference types="vite/client" />
import type { Act } from '../../core/model/rights'
import type { Subject } from '../../store/people/rights'

interface RouteFacts {
  may: string | { see: Subject } | { change: Subject; act: Act }
  query?: unknown
  body?: unknown
  scope?: string
}

export interface TableRow {
  method: string
  path: string
  facts: RouteFacts
}

const files = import.meta.glob<{ default: { facts: RouteFacts } }>('../../server/api/**/*.ts', { eager: true })

/** Every route of the server, as its files say. */
export const routeTable: TableRow[] = Object.entries(files)
  .map(([file, { default: route }]) => {
    const [, name, method] = /server(\/api\/.+)\.(get|post|put|delete)\.ts$/.exec(file)!
    return { method: method!.toUpperCase(), path: name!.replace(/\/index$/, ''), facts: route.facts }
  })
  .sort((a, b) => a.path.localeCompare(b.path) || a.method.localeCompare(b.method))

/** The path with its parameters filled in. */
export const pathOf = (row: TableRow, parameters: Record<string, string | number>) =>
  row.path.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) => encodeURIComponent(String(parameters[name] ?? 1)))
