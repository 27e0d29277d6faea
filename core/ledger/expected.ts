import { z } from 'zod'

/** What an operator counted or has a list of, before the machine did. */
export const Expected = z.strictObject({
  sheets: z.int().positive().max(100_000).nullable().default(null),
  documents: z.int().positive().max(100_000).nullable().default(null),
  /** The values that the documents should carry, in the order in which they were stacked. */
  values: z.array(z.string().trim().min(1).max(200)).max(10_000).default([]),
})
export type Expected = z.infer<typeof Expected>

/** Where what was expected and what was found differ. */
export const Difference = z.object({
  of: z.enum(['sheets', 'documents']),
  words: z.string(),
  /** The page at which counting went off, by its number; null where nothing points to one. */
  page: z.int().nullable(),
})
export type Difference = z.infer<typeof Difference>

export interface CountedLoad {
  load: number
  counted: number | null
  sheets: number
  firstPage: number | null
}
export interface CountedDocument {
  document: number
  pages: readonly number[]
  value: string | null
}

const counted = (count: number, noun: string) => `${count} ${noun}${count === 1 ? '' : 's'}`

/** Compares what was expected with what was found. Loads and documents in the order of the ribbon. */
export function differences(expected: Expected, loads: readonly CountedLoad[], documents: readonly CountedDocument[]): Difference[] {
  return [...sheetDifferences(expected, loads), ...documentDifferences(expected, documents)]
}

function sheetDifferences({ sheets }: Expected, loads: readonly CountedLoad[]): Difference[] {
  const off = loads.flatMap((load, at): Difference[] =>
    load.counted === null || load.counted === load.sheets
      ? []
      : [
          {
            of: 'sheets',
            page: load.firstPage,
            words:
              `Load ${at + 1} was counted as ${counted(load.counted, 'sheet')}, and ${load.sheets} came through the device. ` +
              hintAtSheets(load.counted, load.sheets),
          },
        ],
  )
  const found = loads.reduce((sum, load) => sum + load.sheets, 0)
  if (off.length === 0 && sheets !== null && sheets !== found) {
    off.push({
      of: 'sheets',
      page: loads.length === 1 ? loads[0]!.firstPage : null,
      words: `${counted(sheets, 'sheet')} were counted, and ${found} came through the device. ${hintAtSheets(sheets, found)}`,
    })
  }
  return off
}

const hintAtSheets = (expected: number, found: number) =>
  found < expected
    ? 'Two may have gone through as one, or some are still in the feeder.'
    : 'A sheet may have been scanned twice, or miscounted.'

function documentDifferences({ documents: count, values }: Expected, documents: readonly CountedDocument[]): Difference[] {
  if (values.length) return listDifferences(values, documents)
  if (count === null || count === documents.length) return []
  const said = `${counted(count, 'document')} were expected, and ${documents.length} ${documents.length === 1 ? 'was' : 'were'} found.`
  const bySize = [...documents].sort((a, b) => a.pages.length - b.pages.length)
  const suspect = documents.length < count ? bySize.at(-1) : (bySize.find(document => document.value === null) ?? bySize[0])
  const hint =
    documents.length < count
      ? 'Look at the longest document first: a start may have been missed in it.'
      : 'Look at the shortest document without a code first.'
  return [{ of: 'documents', page: suspect?.pages[0] ?? null, words: `${said} ${suspect ? hint : ''}`.trim() }]
}

/** A list knows which documents are missing, strange or double, and so where counting went off. */
function listDifferences(values: readonly string[], documents: readonly CountedDocument[]): Difference[] {
  const found: Difference[] = []
  const places = new Map<string, CountedDocument>()
  const wanted = new Set(values)
  for (const document of documents) {
    const { value } = document
    const page = document.pages[0] ?? null
    if (value === null || !wanted.has(value))
      found.push({
        of: 'documents',
        page,
        words: `Document ${document.document}${value === null ? ' has no code and so' : `, '${value}',`} is not in the list.`,
      })
    else if (places.has(value))
      found.push({
        of: 'documents',
        page,
        words: `'${value}' stands on documents ${places.get(value)!.document} and ${document.document}.`,
      })
    else places.set(value, document)
  }
  let before: CountedDocument | null = null
  for (const value of values) {
    const document = places.get(value)
    if (!document)
      found.push({
        of: 'documents',
        page: before?.pages.at(-1) ?? documents[0]?.pages[0] ?? null,
        words: `'${value}' is in the list and was not found${before ? `; it should follow '${before.value}'` : ''}.`,
      })
    else before = document
  }
  return found
}
