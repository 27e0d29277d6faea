import { readFile } from 'node:fs/promises'
import { expect, it } from 'vitest'
import { connectorNamed, connectorNames, connectorViews, shownOptions } from '../../connectors'
import { pageOf, pageWithOptions } from '../../run/connectorPages'

it('every connector says what its options are, which are secret, and what it can do', () => {
  expect(connectorViews.map(view => view.name)).toEqual(connectorNames)
  for (const view of connectorViews) {
    expect(view.options.length).toBeGreaterThan(0)
    for (const option of view.options) {
      expect([view.name, option.key, option.is.length > 10]).toEqual([view.name, option.key, true])
      // What reads like a secret is one.
      expect([view.name, option.key, option.secret]).toEqual([view.name, option.key, /password|key|secret/i.test(option.key)])
    }
  }
  expect(connectorViews.map(({ name, can, asks }) => [name, can.browse, can.lookup, asks])).toEqual([
    ['network-folder', true, false, 'folder'],
    ['business-records', false, true, null],
    ['mail', false, false, 'people'],
    ['cloud-folder', true, false, 'folder'],
    ['sftp', true, false, 'folder'],
    ['ftp', true, false, 'folder'],
    ['objects', true, false, 'folder'],
    ['content-management', true, false, 'folder'],
    ['hook', false, false, null],
    ['bag', false, false, 'folder'],
    ['printer', false, false, null],
  ])
  expect(connectorNamed('mail').options.find(option => option.key === 'port')).toMatchObject({
    required: true,
    schema: { type: 'integer', minimum: 1, maximum: 65535 },
  })
})

it('a destination can do what its connector says', () => {
  const options: Record<string, unknown> = {
    'network-folder': { path: '/srv' },
    'cloud-folder': { address: 'http://127.0.0.1:9/dav' },
    mail: { host: 'h', port: 25, from: 'a@saltmere.example' },
    sftp: { host: 'h', user: 'u' },
    ftp: { host: 'h', user: 'u' },
    objects: { endpoint: 'http://127.0.0.1:9', bucket: 'records', user: 'u', secret: 's' },
    'content-management': { address: 'http://127.0.0.1:9/cmis' },
    hook: { address: 'http://127.0.0.1:9/hook', secret: 'sixteen letters!' },
    bag: { path: '/srv' },
    printer: { address: 'ipp://127.0.0.1:9/ipp/print' },
    'business-records': { address: 'http://127.0.0.1:9', lookup: { path: '/v', parameter: 'p', field: 'f' }, attach: '/a' },
  }
  for (const { name, can } of connectorViews) {
    const opened = connectorNamed(name).open(options[name])
    expect([name, opened.browse !== undefined, opened.lookup !== undefined]).toEqual([name, can.browse, can.lookup])
  }
})

it('secrets are never shown', () => {
  expect(shownOptions('mail', { host: 'h', port: 25, password: 'p', from: 'a@saltmere.example' })).toEqual({
    host: 'h',
    port: 25,
    from: 'a@saltmere.example',
  })
})

it.each(connectorViews)('the page of $name shows its options as they are (npm run docs)', async ({ name, options }) => {
  const page = await readFile(pageOf(name), 'utf8')
  expect(page).toBe(pageWithOptions(page, options))
  expect(page).toMatch(/\*\*Before\*\*[^]*\*\*What arrives\*\*[^]*\*\*A later edition\*\*[^]*\| it says \| do \|/)
})
