import { isAbsolute } from 'node:path'
import { z } from 'zod'
import { connectorNamed } from '../connectors'
import { issuesOf, issueText } from '../core/model/issues'
import { allowedFolder } from './allowedFolder'
import { refuse } from './route'

export const DestinationName = z.string().trim().min(1).max(120)
export const DestinationOptions = z.record(z.string().max(60), z.unknown())
/** What a destination's options may weigh. */
export const mostOptionBytes = 64 * 1024

/**
 * Options that a connector takes; 422 with each fault under `options.…`.
 * @param kept what a destination has: a secret that is left out stays, unless it would be shown to somebody else; one that is
 *   empty goes
 */
export async function soundOptions(
  connector: string,
  given: Record<string, unknown>,
  kept: Record<string, unknown> = {},
): Promise<Record<string, unknown>> {
  const { options: known, open } = connectorNamed(connector)
  const secrets = known.filter(option => option.secret && !(option.key in given) && kept[option.key] !== undefined)
  const others = known.filter(({ key, trusts }) => trusts && whom(given[key]) !== whom(kept[key]))
  if (secrets.length && others.length) {
    const message = 'Enter it again: it is shown to somebody else now.'
    throw refuse(
      422,
      `${labels(others)} changed, so enter again what is shown there: ${labels(secrets)}.`,
      secrets.map(({ key }) => ({ path: `options.${key}`, message })),
    )
  }
  const all = { ...Object.fromEntries(secrets.map(({ key }) => [key, kept[key]])), ...given }
  const options = Object.fromEntries(Object.entries(all).filter(([, value]) => value !== ''))
  try {
    await open(options).dispose()
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error
    const issues = issuesOf(error, options)
    throw refuse(
      422,
      issues.map(issueText).join('; '),
      issues.map(issue => ({ path: `options.${issue.path}`, message: `Expected ${issue.expected}.` })),
    )
  }
  if (['network-folder', 'bag'].includes(connector) && options.path !== kept.path) await folderOf(String(options.path))
  return options
}

const labels = (options: readonly { label: string }[]) => options.map(({ label }) => label).join(', ')

/** Whom an address stands for: its scheme, host and port; of anything else the whole. */
function whom(value: unknown): unknown {
  if (typeof value !== 'string' || !URL.canParse(value)) return value
  const { protocol, host } = new URL(value)
  return host ? `${protocol}//${host}` : value
}

async function folderOf(path: string): Promise<void> {
  const at = 'options.path'
  if (!isAbsolute(path))
    throw refuse(422, 'A folder is named from the root, such as /srv/records.', [
      { path: at, message: 'From the root, such as /srv/records.' },
    ])
  await allowedFolder(path).catch((error: unknown) => {
    const message = error instanceof Error ? error.message : String(error)
    throw refuse(422, message, [{ path: at, message }])
  })
}
