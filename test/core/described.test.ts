import fc from 'fast-check'
import { expect, it } from 'vitest'
import { describedRecords } from '../../core/records/described'
import { openapi } from '../../standins/register/openapi'

const api = (paths: object, more: object = {}) => describedRecords({ openapi: '3.0.3', info: { title: 'Cases' }, paths, ...more })
const bytes = { content: { 'application/pdf': { schema: { type: 'string', format: 'binary' } } } }
const answers = (schema: object) => ({ responses: { 200: { content: { 'application/json; charset=utf-8': { schema } } } } })
const record = { type: 'object', properties: { id: { type: 'integer' }, title: { type: ['string', 'null'] }, notes: { type: 'array' } } }

it('finds in the register’s own description how vessels are found, given documents, and changed', () => {
  const { title, server, lookups, attaches, writes, unfit } = describedRecords(openapi)
  expect({ title, server, unfit }).toEqual({ title: 'Saltmere vessel register (simulated)', server: null, unfit: [] })
  expect(lookups).toMatchObject([{ path: '/vessels', within: null, parameters: [{ name: 'hull' }, { name: 'begins' }, { name: 'most' }] }])
  expect(lookups[0]!.keys.map(({ key, kind }) => [key, kind])).toContainEqual(['owner', 'text'])
  expect(attaches).toEqual([
    {
      path: '/vessels/{record}/documents/{document}',
      is: "Attaches a document under an id of the sender's; the same again changes nothing",
      noun: 'vessel',
    },
  ])
  expect(writes).toMatchObject([{ path: '/vessels/{record}', type: 'application/merge-patch+json' }])
  expect(writes[0]!.keys.map(one => one.key)).toEqual(['mail', 'berth', 'lastLanding'])
})

it('follows references, parts and lists under a key, and leaves out what is no plain value', () => {
  const found = api(
    {
      '/cases': {
        parameters: [{ $ref: '#/components/parameters/no' }],
        get: answers({ type: 'object', properties: { total: { type: 'integer' }, items: { type: 'array', items: { $ref: '#/c/a~1b' } } } }),
      },
    },
    { components: { parameters: { no: { name: 'no', in: 'query', schema: { type: 'string' } } } }, c: { 'a/b': { allOf: [record] } } },
  )
  expect(found.lookups).toEqual([
    {
      path: '/cases',
      is: 'GET /cases',
      parameters: [{ name: 'no', is: '', required: false }],
      within: 'items',
      keys: [
        { key: 'id', is: '', kind: 'number' },
        { key: 'title', is: '', kind: 'text' },
      ],
    },
  ])
})

it('offers no call that would attach twice, nor one without a place of ours, and says why', () => {
  const form = {
    content: { 'multipart/form-data': { schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } } },
  }
  const found = api({
    '/cases/{caseId}/files': { post: { requestBody: form } },
    '/cases/{caseId}/cover': { put: { requestBody: bytes } },
    '/cases/{caseId}/files/{file_id}': { put: { requestBody: bytes } },
    '/cases/{caseId}': { put: { requestBody: { content: { 'application/json': { schema: record } } } } },
    '/search': {
      get: {
        parameters: ['a', 'b'].map(name => ({ name, in: 'query', required: true, schema: { type: 'string' } })),
        ...answers({ type: 'array', items: record }),
      },
    },
  })
  expect(found.attaches.map(one => [one.path, one.noun])).toEqual([['/cases/{record}/files/{document}', 'case']])
  expect(found.unfit.map(words => words.split(' ').slice(0, 2).join(' '))).toEqual([
    'POST /cases/{caseId}/files',
    'PUT /cases/{caseId}/cover',
    'GET /search',
  ])
  expect(found.writes).toEqual([])
})

it('says what is wrong with what is no such description', () => {
  expect(() => describedRecords('<html>')).toThrow('no OpenAPI description')
  expect(() => describedRecords({ swagger: '2.0', paths: {} })).toThrow('version 2.0; 3.0 or 3.1 is needed')
})

it('comes to an end whatever refers to whatever', () => {
  const ref = fc.constantFrom('#/paths', '#/a', '#/b', '#/a/b', 'elsewhere.yaml', '#/%zz')
  const schema = fc.letrec(tie => ({
    schema: fc.oneof(
      { depthSize: 'small' },
      fc.record({ $ref: ref }),
      fc.record({ type: fc.constantFrom('object', 'array', 'string', 3), items: tie('schema'), allOf: fc.array(tie('schema')) }),
      fc.record({ properties: fc.dictionary(fc.string(), tie('schema')) }),
      fc.anything(),
    ),
  })).schema
  fc.assert(
    fc.property(schema, schema, schema, (a, b, body) => {
      const call = { parameters: [a, { name: 'n', in: 'query', schema: b }], requestBody: { content: { '*/*': { schema: body } } } }
      const found = api({ '/x': { get: { ...call, ...answers(a as object) } }, '/x/{y}': { patch: call, put: b } }, { a, b })
      expect(found.lookups.length).toBeLessThanOrEqual(1)
    }),
    { numRuns: 300 },
  )
})
