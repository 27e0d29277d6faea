import type { Counters } from './template'

/** Counters that begin at 1, for documents that are named in order: each asks once for its own. */
export function inOrder(): (document: number) => Counters {
  const inFolders = new Map<string, Map<number, number>>()
  return document => ({
    rubric: document,
    inFolder: folder => {
      const given = inFolders.get(folder) ?? new Map<number, number>()
      inFolders.set(folder, given)
      if (!given.has(document)) given.set(document, given.size + 1)
      return given.get(document)!
    },
  })
}
