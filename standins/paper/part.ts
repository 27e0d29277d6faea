import type { Stack } from './stack'

/**
 * Only these documents of a stack, counted from 1, with the separators in front of them: shorter paper of the same kind,
 * its truth numbered anew.
 * @throws {Error} where the stack has no such documents
 */
export function documentsOf(stack: Stack, from: number, to: number): Stack {
  const { sides, documents } = stack.truth
  if (!documents[from - 1] || !documents[to - 1] || to < from) throw new Error(`“${stack.title}” has documents 1 to ${documents.length}, not ${from} to ${to}.`)
  const begin = firstSheet(stack, from)
  const end = to === documents.length ? stack.sheets.length + 1 : firstSheet(stack, to + 1)
  const places = new Map(sides.flatMap((side, at) => side.sheet >= begin && side.sheet < end ? [at + 1] : []).map((place, at) => [place, at + 1]))
  return {
    ...stack,
    sheets: stack.sheets.slice(begin - 1, end - 1),
    truth: {
      ...stack.truth,
      sides: [...places.keys()].map((place) => {
        const side = sides[place - 1]!
        return { ...side, sheet: side.sheet - begin + 1, document: side.document === null ? null : side.document - from + 1 }
      }),
      documents: documents.slice(from - 1, to).map(one => ({
        ...one, document: one.document - from + 1, sides: one.sides.map(place => places.get(place)!),
      })),
    },
  }
}

/** Where a document begins, or the separators that announce it. */
function firstSheet({ truth: { sides, documents } }: Stack, document: number): number {
  const separates = (sheet: number) => {
    const own = sides.filter(side => side.sheet === sheet)
    return own.length > 0 && own.some(side => side.fate === 'separator') && own.every(side => side.fate === 'separator' || side.fate === 'blank')
  }
  let sheet = sides[documents[document - 1]!.sides[0]! - 1]!.sheet
  while (separates(sheet - 1)) sheet--
  return sheet
}
