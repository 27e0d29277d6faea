import { readFile, writeFile } from 'node:fs/promises'
import { connectorViews } from '../connectors'
import type { OptionView } from '../connectors/connector'

// The options of each connector, as its page in docs/ shows them: `npm run docs` writes them anew.

interface Schema {
  default?: unknown
  enum?: unknown[]
  type?: string
  properties?: Record<string, Schema & { title?: string; description?: string }>
  required?: string[]
}

const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ')

function taken({ default: usual, enum: choices, type }: Schema): string {
  const of = choices ? choices.map(one => `\`${String(one)}\``).join(', ') : type === 'array' ? 'a list' : ''
  const otherwise = ['string', 'number', 'boolean'].includes(typeof usual) && usual !== '' ? `otherwise \`${String(usual)}\`` : ''
  return [of, otherwise].filter(Boolean).join('; ')
}

function rowsOf({ key, label, is, required, secret, schema }: OptionView): string[] {
  const { properties, required: needed = [] } = schema as Schema
  const takes = [required ? 'needed' : '', secret ? 'secret' : '', taken(schema)].filter(Boolean).join('; ')
  const own = `| \`${key}\` | ${label} | ${cell(is)} | ${takes} |`
  const parts = Object.entries(properties ?? {}).map(
    ([part, inner]) =>
      `| \`${key}.${part}\` | ${inner.title ?? part} | ${cell(inner.description ?? '')} | ` +
      `${[needed.includes(part) ? 'needed' : '', taken(inner)].filter(Boolean).join('; ')} |`,
  )
  return [own, ...parts]
}

/** The page of a connector with its options as they are now. */
export function pageWithOptions(page: string, options: readonly OptionView[]): string {
  const [prose] = page.split('\n## Options\n')
  return `${prose}\n## Options\n\n| key | in the form | is | takes |\n| --- | --- | --- | --- |\n${options.flatMap(rowsOf).join('\n')}\n`
}

export const pageOf = (name: string) => new URL(`../docs/connectors/${name}.md`, import.meta.url)

if (process.argv[1] === new URL(import.meta.url).pathname)
  for (const { name, options } of connectorViews)
    await writeFile(pageOf(name), pageWithOptions(await readFile(pageOf(name), 'utf8'), options))
