import type { RouteHandler } from './route'
import batchesPost from './api/v1/batches/index.post'
import completePost from './api/v1/batches/[id]/complete.post'
import filesPost from './api/v1/batches/[id]/files.post'
import batchGet from './api/v1/batches/[id]/index.get'
import ledgerGet from './api/v1/batches/[id]/ledger.get'
import documentsGet from './api/v1/documents/index.get'
import fileGet from './api/v1/documents/[id]/files/[...name].get'
import documentGet from './api/v1/documents/[id]/index.get'
import valuesPut from './api/v1/documents/[id]/values.put'
import eventsGet from './api/v1/events.get'

export interface ApiRoute {
  method: 'get' | 'post' | 'put'
  path: string
  route: RouteHandler
  /** What it answers where that is no JSON. */
  media?: string
  /** What a call may look like; a test runs each of them. */
  example?: { query?: Record<string, string>; body?: unknown }
}

/** What other programs may call: each file under `api/v1`, in the order in which the description has them. */
export const apiRoutes: ApiRoute[] = [
  { method: 'post', path: '/batches', route: batchesPost, example: { body: { rubric: 'Berth plans', name: 'Plans of the yard' } } },
  { method: 'post', path: '/batches/{id}/files', route: filesPost, example: { query: { name: 'plan.pdf', key: '2026-11-26/plan.pdf' } } },
  { method: 'post', path: '/batches/{id}/complete', route: completePost },
  { method: 'get', path: '/batches/{id}', route: batchGet },
  { method: 'get', path: '/batches/{id}/ledger', route: ledgerGet },
  {
    method: 'get',
    path: '/documents',
    route: documentsGet,
    example: { query: { text: 'mooring', rubric: 'Mooring permits', state: 'open', 'field.year': '2026' } },
  },
  { method: 'get', path: '/documents/{id}', route: documentGet },
  { method: 'get', path: '/documents/{id}/files/{name}', route: fileGet, media: 'application/octet-stream' },
  { method: 'put', path: '/documents/{id}/values', route: valuesPut, example: { body: { values: { zone: 'Inner' }, confirm: false } } },
  { method: 'get', path: '/events', route: eventsGet, media: 'text/event-stream' },
]
