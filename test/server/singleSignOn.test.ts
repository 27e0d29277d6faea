import { beforeAll, expect, it } from 'vitest'
import type { SingleSignOnView } from '../../shared/views/setUp'
import type { PersonView } from '../../shared/views/people'
import { Browser } from '../product/browser'
import { client, type Client } from '../product/client'
import { running } from '../product/running'

const { app } = running()

let piers: Client
beforeAll(async () => {
  piers = await client('Piers')
})
const people = async () => (await piers<PersonView[]>('GET', '/api/people')).body

it('lets in whom the provider vouches for: linked by mail, added by group, and refused in words', async () => {
  expect((await (await client())('GET', '/api/session/ways')).body).toEqual({ outside: 'the harbour’s account' })
  const hedra = new Browser()
  expect((await hedra.signIn('hedra')).pathname).toBe('/batches')
  const known = (await people()).find(person => person.name === 'Hedra')!
  expect(await hedra.me()).toMatchObject({ id: known.id, roles: ['checker'], vouched: true })

  const newcomer = new Browser()
  expect((await newcomer.signIn('newcomer')).pathname).toBe('/batches')
  expect(await newcomer.me()).toMatchObject({ name: 'Lowenna', roles: ['clerk'] })
  const added = (await people()).find(person => person.name === 'Lowenna')!
  expect(added).toMatchObject({ mail: 'lowenna@saltmere.example', hasPassword: false, active: true })
  // The second time it is the same person.
  expect(await new Browser().signIn('newcomer')).toMatchObject({ pathname: '/batches' })
  expect((await people()).filter(person => person.name === 'Lowenna')).toHaveLength(1)

  const visitor = new Browser()
  expect((await visitor.signIn('visitor')).search).toBe('?outside=role')
  expect(await visitor.me()).toBeNull()

  const { name, mail, roles } = added
  expect((await piers('PUT', `/api/people/${added.id}`, { name, mail, roles, active: false })).status).toBe(200)
  expect((await new Browser().signIn('newcomer')).search).toBe('?outside=deactivated')
  expect(await newcomer.me()).toBeNull()
})

it('lets nobody in with what was begun elsewhere, comes back late, or leads out of here', async () => {
  const stranger = new Browser()
  expect((await stranger.go(`${app}/api/session/outside/back?code=abc&state=def`)).url).toBe(`${app}/sign-in?outside=late`)
  await stranger.go(`${app}/api/session/outside`)
  expect((await stranger.go(`${app}/api/session/outside/back?code=abc&state=def`)).url).toBe(`${app}/sign-in?outside=failed`)
  expect(await stranger.me()).toBeNull()
  // Nobody is signed out by an address that somebody gave them.
  const hedra = new Browser()
  await hedra.signIn('hedra')
  await hedra.go(`${app}/api/session/outside/back?code=abc&state=def`)
  expect(await hedra.me()).toMatchObject({ name: 'Hedra' })
  for (const to of ['//elsewhere.example', 'https://elsewhere.example', '/\\elsewhere.example'])
    expect((await (await client())('GET', `/api/session/outside?to=${encodeURIComponent(to)}`)).status).toBe(400)
})

it('is set by stewards once it answers, and keeps its secret', async () => {
  const url = '/api/office/single-sign-on'
  const view = (await piers<SingleSignOnView>('GET', url)).body
  expect(view).toMatchObject({ secretKept: true, back: `${app}/api/session/outside/back` })
  expect(JSON.stringify(view)).not.toMatch(/clientSecret/)
  const settings = view.settings!
  // Not over the open net, not where nothing answers, and its secret is not shown to another.
  expect((await piers('PUT', url, { ...settings, issuer: 'http://sso.example' })).status).toBe(400)
  expect((await piers('PUT', url, { ...settings, issuer: 'http://127.0.0.1:9' })).status).toBe(422)
  expect((await piers('PUT', url, { ...settings, issuer: 'http://127.0.0.1:9', clientSecret: 'another' })).status).toBe(422)
  expect((await piers('PUT', url, { ...settings, label: 'the harbour’s account' })).status).toBe(200)
  expect((await new Browser().signIn('hedra')).pathname).toBe('/batches')
})
