import { z } from 'zod'
import { Problem } from '../shared/views/api'
import type { ApiRoute } from './apiRoutes'

type Schema = Record<string, unknown>

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): Schema => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' }) as Schema
  return rest
}

/** Query keys of a route as OpenAPI parameters. */
function queryParameters(schema: z.ZodType | undefined, example: Record<string, string> = {}): Schema[] {
  if (!schema) return []
  const { properties = {}, required = [] } = schemaOf(schema, 'input') as { properties?: Record<string, Schema>; required?: string[] }
  return Object.entries(properties).map(([name, value]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema: value,
    ...(name in example ? { example: example[name] } : {}),
  }))
}

const refusals: Record<number, string> = {
  400: 'Something of the request is not understood.',
  401: 'No token was shown, or one that was ended.',
  403: 'The token has not the scope.',
  404: 'It is not there, or belongs to somebody else.',
  409: 'It cannot be done in the present state.',
  413: 'The body is too large.',
  422: 'A value is not sound.',
}

function operationOf({ path, route: { facts }, media, example }: ApiRoute): Schema {
  const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!)
  const parameters: Schema[] = [
    ...names.map(name => ({ name, in: 'path', required: true, schema: name === 'id' ? { type: 'integer' } : { type: 'string' } })),
    ...queryParameters(facts.query, example?.query),
    ...(path === '/documents'
      ? [
          {
            name: 'field',
            in: 'query',
            style: 'deepObject',
            description: 'A value that a field must have, as field.permit=04217.',
            schema: { type: 'object' },
          },
        ]
      : []),
  ]
  const streamed = facts.most === 'stream'
  const content = facts.answer
    ? { 'application/json': { schema: schemaOf(facts.answer, 'output') } }
    : { [media ?? 'application/json']: {} }
  return {
    summary: facts.does,
    security: [{ token: [facts.scope] }],
    ...(parameters.length ? { parameters } : {}),
    ...(facts.body
      ? {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: schemaOf(facts.body, 'input'), ...(example?.body ? { example: example.body } : {}) } },
          },
        }
      : {}),
    ...(streamed
      ? { requestBody: { required: true, content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } } }
      : {}),
    responses: {
      [facts.status ?? 200]: { description: 'Done.', content },
      ...Object.fromEntries(
        Object.entries(refusals).map(([status, description]) => [
          status,
          {
            description,
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
          },
        ]),
      ),
    },
  }
}

/** What other programs may call, as OpenAPI 3.1 describes it: made of the routes themselves. */
export function openApi(routes: readonly ApiRoute[]): Schema {
  const paths: Record<string, Schema> = {}
  for (const route of routes) (paths[route.path] ??= {})[route.method] = operationOf(route)
  return {
    openapi: '3.1.0',
    info: {
      title: 'Rubricator',
      version: '1',
      description: 'Hand files in, look at batches and documents, enter index values, hear of changes.',
    },
    servers: [{ url: '/api/v1' }],
    paths,
    components: {
      schemas: { Problem: schemaOf(Problem, 'output') },
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer', description: 'A token from Set-up; its scopes are capture, read, index and manage.' },
      },
    },
  }
}
