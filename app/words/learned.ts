import type { Measured } from '~~/core/model/learned'

/** How often what was learned is right, in a sentence. */
export function measuredWords({ documents, right, wrong, open }: Measured): string {
  const parts = [`right on ${right}`, ...(open ? [`nothing on ${open}`] : []), `wrong on ${wrong}`]
  return `Tried on ${documents} earlier ${documents === 1 ? 'document' : 'documents'}, each as if it were new: ${parts.join(', ')}.`
}
