import type { Suggestion, Tally } from '~~/core/learning/suggestion'
import type { RawRubric } from '~/components/rules/useRubricText'

/** What a suggestion would change, in a sentence. */
export function suggestionWords({ change, instead }: Suggestion, rubric: RawRubric): string {
  if (change.do === 'max-ink') return `Take a page for blank up to ${(change.maxInk * 100).toPrecision(2)} % of ink.`
  if (change.do === 'widen')
    return `Widen the zone of rule ${change.rule + 1} ${sideWords[change.side]} by ${Math.round(change.by * 25.4)} mm.`
  const type = rubric.types?.find(one => one.id === change.type)
  const field = type?.fields?.find(one => one.id === change.field)?.label ?? change.field
  const of = (rubric.types?.length ?? 0) > 1 ? `“${field}” of “${type?.label ?? change.type}”` : `“${field}”`
  const source = 'text' in change.source ? change.source.text : null
  if (source && 'near' in source)
    return instead
      ? `Read ${of} beside “${source.near}”, too: that is how its label “${instead}” is often read.`
      : `Read ${of} beside its printed label “${source.near}”.`
  return `Read ${of} where it mostly stands on the page.`
}

const sideWords = { left: 'to the left', right: 'to the right', top: 'upwards', bottom: 'downwards' } as const

/** What speaks for it, in a sentence. */
export function evidenceWords({ change, shown, of }: Suggestion): string {
  if (change.do === 'max-ink') return `People put ${shown} pages right that were taken for blank, or were not.`
  if (change.do === 'widen') return `On ${shown} of ${of} pages whose code people had to type, it runs over this edge of the zone.`
  return `People gave the value on ${of} documents; on ${shown} of them it stands there.`
}

/** What was counted, for documents and for pages. */
export const tallyNames: Record<keyof Tally, string> = { right: 'right', wrong: 'wrong', open: 'nothing found' }
