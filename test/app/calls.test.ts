import { expect, it } from 'vitest'
import { addressOf, asCurl } from '../../app/components/calls/callText'

const call = {
  method: 'get',
  path: '/documents/{id}/files/{name}',
  operation: {
    summary: '',
    parameters: [
      { name: 'id', in: 'path' as const },
      { name: 'name', in: 'path' as const },
      { name: 'text', in: 'query' as const },
      { name: 'field', in: 'query' as const },
      { name: 'after', in: 'query' as const },
    ],
  },
}

it('fills a call’s path and query, and leaves out what is empty', () => {
  const values = { id: '42', name: 'a b/c.pdf', text: ' dues & fees', field: 'field.permit=04217', after: '' }
  expect(addressOf('https://rubricator.example/api/v1', call, values)).toBe(
    'https://rubricator.example/api/v1/documents/42/files/a%20b%2Fc.pdf?text=dues+%26+fees&field.permit=04217',
  )
})

it('says it for a shell, whatever stands in the body', () => {
  expect(asCurl('put', 'https://x.example/', `{"owner":"Mother's"}`)).toBe(
    `curl -X PUT -H "Authorization: Bearer $TOKEN" \\\n  -H 'content-type: application/json' -d '{"owner":"Mother'\\''s"}' \\\n  'https://x.example/'`,
  )
})
