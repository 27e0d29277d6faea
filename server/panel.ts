import { createError, getCookie, setCookie, type H3Event } from 'h3'
import { panelByToken, type PanelRow } from '../store/setup/panels'
import { store } from './context'
import { isSecure } from './ownAddress'

const cookie = 'rubricator-panel'

/** Whether this screen says that it is a panel. */
export const isPanel = (event: H3Event): boolean => getCookie(event, cookie) !== undefined

/** The panel that asks, or null where this screen is none. */
export async function panelOf(event: H3Event): Promise<PanelRow | null> {
  const token = getCookie(event, cookie)
  return token ? panelByToken(store().sql, token) : null
}

/** The panel that asks; 403 where this screen is none. */
export async function requirePanel(event: H3Event): Promise<PanelRow> {
  const panel = await panelOf(event)
  if (!panel)
    throw createError({ statusCode: 403, message: 'This screen belongs to no device. A steward pairs it with a code from Set-up.' })
  return panel
}

/** What failed sign-ins at a panel are counted by. */
export const panelName = (id: string) => `panel ${id}`

/** Makes the screen that asks a panel, for years. */
export function becomePanel(event: H3Event, token: string): void {
  setCookie(event, cookie, token, { httpOnly: true, sameSite: 'lax', secure: isSecure(), path: '/', maxAge: 5 * 365 * 86400 })
}

/** The key with which PINs and badge numbers are digested. */
export function pinKey(): string {
  const key = process.env.RUBRICATOR_PIN_KEY
  if (!key) throw new Error('The environment variable RUBRICATOR_PIN_KEY is missing: bin/start sets it.')
  return key
}
