import type { Connector } from './connector'
import bag from './bag'
import businessRecords from './businessRecords'
import cloudFolder from './cloudFolder'
import contentManagement from './contentManagement'
import ftp from './ftp'
import hook from './hook'
import mail from './mail'
import networkFolder from './networkFolder'
import objects from './objects'
import printer from './printer'
import sftp from './sftp'

const connectors: readonly Connector[] = [
  networkFolder,
  businessRecords,
  mail,
  cloudFolder,
  sftp,
  ftp,
  objects,
  contentManagement,
  hook,
  bag,
  printer,
]

/** @throws {Error} where there is no connector of this name */
export function connectorNamed(name: string): Connector {
  const found = connectors.find(connector => connector.name === name)
  if (!found)
    throw new Error(`There is no connector "${name}"; there are ${connectors.map(connector => `"${connector.name}"`).join(', ')}.`)
  return found
}

/** Names of all connectors. */
export const connectorNames = connectors.map(connector => connector.name)

/** Every connector as forms and descriptions show it. */
export const connectorViews = connectors.map(({ name, label, asks, can, options }) => ({ name, label, asks, can, options }))

/** Options without those that are secret, for showing. */
export function shownOptions(connector: string, options: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const secret = new Set(connectorNamed(connector).options.flatMap(option => (option.secret ? [option.key] : [])))
  return Object.fromEntries(Object.entries(options).filter(([key]) => !secret.has(key)))
}
