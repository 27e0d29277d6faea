import { isDeepStrictEqual } from 'node:util'
import { connectorNamed } from '../connectors'
import { settingKinds, type SettingKind, type SettingView } from '../store/setup/settings'
import { store } from './context'

/** What there is one of, and has no identity. */
const ofTheOffice: readonly SettingKind[] = ['office', 'single sign-on']

/** A setting as it is now; null where there is none of this identity. */
export const readSetting = async (kind: SettingKind, id: string): Promise<SettingView | null> =>
  id === '' && !ofTheOffice.includes(kind) ? null : settingKinds[kind](store().sql, id)

/** What the trail keeps of a change: what it is called, and of what differs what it was and what it became. */
export interface SettingChange {
  old: Record<string, unknown> | null
  new: Record<string, unknown> | null
}

/** The difference between a setting before and after. Of a secret it says that it is another one, and nothing else. */
export function settingChange(kind: SettingKind, before: SettingView | null, after: SettingView | null): SettingChange {
  const secrets = secretsOf(kind, after ?? before)
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])]
  const changed = keys.filter(key => !isDeepStrictEqual(before?.[key] ?? null, after?.[key] ?? null))
  const part = (view: SettingView | null, hidden: string) =>
    view &&
    Object.fromEntries(
      changed.flatMap(key => (view[key] === undefined || view[key] === null ? [] : [[key, secrets.has(key) ? hidden : view[key]]])),
    )
  return { old: part(before, 'a secret'), new: part(after, before === null ? 'a secret' : 'another secret') }
}

function secretsOf(kind: SettingKind, view: SettingView | null): ReadonlySet<string> {
  if (kind === 'single sign-on') return new Set(['clientSecret'])
  if (kind !== 'destination' || !view) return new Set()
  return new Set(connectorNamed(String(view.connector)).options.flatMap(({ key, secret }) => (secret ? [key] : [])))
}
