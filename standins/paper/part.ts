import type { Stack } from './stack'

/**
 * Only some documents of a stack, with the separators in front of them: shorter paper of the same kind, its truth
 * numbered anew.
 * @param wanted their numbers, as `3,5-6`
 * @throws {Error} where that says something else, or the stack has no such documents
 */
export function documentsOf(stack: Stack, wanted: string): Stack {
  const { sides, documents } = stack.truth
  const numbers = numbersIn(wanted)
  const none = numbers.find(number => !documents[number - 1])
  if (none !== undefined) throw new Error(`“${stack.title}” has documents 1 to ${documents.length}, and none ${none}.`)
  const sheets = numbers.flatMap(number => sheetsOf(stack, number))
  const sheetNow = new Map(sheets.map((sheet, at) => [sheet, at + 1]))
  const documentNow = new Map(numbers.map((number, at) => [number, at + 1]))
  const places = sides.flatMap((side, at) => (sheetNow.has(side.sheet) ? [at + 1] : []))
  const placeNow = new Map(places.map((place, at) => [place, at + 1]))
  return {
    ...stack,
    sheets: sheets.map(sheet => stack.sheets[sheet - 1]!),
    truth: {
      ...stack.truth,
      sides: places.map(place => {
        const side = sides[place - 1]!
        return { ...side, sheet: sheetNow.get(side.sheet)!, document: side.document === null ? null : documentNow.get(side.document)! }
      }),
      documents: numbers.map((number, at) => {
        const document = documents[number - 1]!
        return { ...document, document: at + 1, sides: document.sides.map(place => placeNow.get(place)!) }
      }),
    },
  }
}

/** `3,5-6` as 3, 5, 6; in rising order, each once. */
function numbersIn(text: string): number[] {
  const numbers = text.split(',').flatMap(part => {
    const [, from, to = from] = /^(\d{1,5})(?:-(\d{1,5}))?$/.exec(part) ?? []
    if (!from || Number(to) < Number(from)) throw new Error(`Documents are numbered as 3,5-6, not ${JSON.stringify(text)}.`)
    return Array.from({ length: Number(to) - Number(from) + 1 }, (_, at) => Number(from) + at)
  })
  return [...new Set(numbers)].sort((a, b) => a - b)
}

/** The sheets of a document, from the separators that announce it to those of the next one. */
function sheetsOf(stack: Stack, document: number): number[] {
  const first = firstSheet(stack, document)
  const last = document === stack.truth.documents.length ? stack.sheets.length : firstSheet(stack, document + 1) - 1
  return Array.from({ length: last - first + 1 }, (_, at) => first + at)
}

function firstSheet({ truth: { sides, documents } }: Stack, document: number): number {
  const separates = (sheet: number) => {
    const own = sides.filter(side => side.sheet === sheet)
    return own.some(side => side.fate === 'separator') && own.every(side => side.fate === 'separator' || side.fate === 'blank')
  }
  let sheet = sides[documents[document - 1]!.sides[0]! - 1]!.sheet
  while (separates(sheet - 1)) sheet--
  return sheet
}
