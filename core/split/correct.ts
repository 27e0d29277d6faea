import type { KeptEdit, MovedValues } from '../model/edit'
import { isAsideFate } from '../model/ledger'
import { typeOf, type Rubric } from '../rubric/rubric'
import type { PageOutcome, SplitDocument, SplitOutcome } from './types'

/** A side on the ribbon: what splitting decided, and the document that begins at it. */
interface Place {
  page: number
  outcome: PageOutcome
  begins: Pick<SplitDocument, 'type' | 'typeSaid' | 'barcode' | 'valuesOf'> | null
}

const byHand = {
  start: 'Starts a document: a person said so.',
  follow: 'Belongs to the document before: a person said so.',
  aside: 'Set aside by hand.',
  back: 'Put back by hand.',
  moved: 'Moved here by hand.',
}

/**
 * What splitting decided, with a person's corrections laid over it, in the order in which they were made. Pure: the
 * corrections stay apart from the machine's outcome, so both can be made anew. A correction whose page is gone, or
 * which changes nothing any more, is passed over.
 * @param identities each page's identity, by its number
 */
export function correct(
  outcome: SplitOutcome,
  edits: readonly KeptEdit[],
  identities: ReadonlyMap<number, number>,
  rubric: Rubric,
): SplitOutcome {
  const documents = new Map(outcome.documents.map(document => [document.document, document]))
  const ribbon = outcome.pages.map((page): Place => {
    const document = page.heading && page.document !== null ? documents.get(page.document) : undefined
    return {
      page: page.page,
      outcome: { ...page },
      begins: document ? { type: document.type, typeSaid: document.typeSaid, barcode: document.barcode } : null,
    }
  })
  const byIdentity = new Map(ribbon.map(place => [identities.get(place.page), place]))
  const at = (identity: number) => ribbon.indexOf(byIdentity.get(identity)!)
  // A stack may be corrected as a whole, many times over: looked up, not looked for.
  const allAt = (pages: readonly number[]) => {
    const places = new Map(ribbon.map((place, at) => [place, at]))
    return pages.map(identity => places.get(byIdentity.get(identity)!) ?? -1)
  }
  for (const edit of edits) apply(ribbon, edit, { at, allAt }, rubric)
  return gather(ribbon, rubric)
}

/** Where a page stands on the ribbon now, by its identity; -1 where it is gone. */
interface Finder {
  at: (identity: number) => number
  allAt: (identities: readonly number[]) => number[]
}

function apply(ribbon: Place[], edit: KeptEdit, find: Finder, rubric: Rubric): void {
  switch (edit.do) {
    case 'start':
      return begin(ribbon, find.at(edit.page), edit.values, rubric)
    case 'join':
      return join(ribbon, find.at(edit.page))
    case 'move':
      return move(ribbon, find.allAt(edit.pages), edit.before === null ? null : find.at(edit.before), edit.values)
    case 'set-aside':
      for (const at of find.allAt(edit.pages)) if (at >= 0) setAside(ribbon, at, 'set-aside', byHand.aside)
      return
    case 'put-back':
      for (const at of find.allAt(edit.pages)) {
        const place = ribbon[at]
        if (place && isAsideFate(place.outcome.fate)) keep(place, byHand.back)
      }
      return
    case 'send-away':
      for (const at of find.allAt(edit.pages)) if (at >= 0) setAside(ribbon, at, 'moved', `Moved to the batch “${edit.name}” by hand.`)
      return
    case 'type':
      return setType(ribbon, find.at(edit.page), edit.type, rubric)
    case 'rotate':
    case 'redact':
    case 'answer':
    // The picture was turned and blackened before it was examined, the answer heard when it was split.
  }
}

function keep(place: Place, why: string): void {
  Object.assign(place.outcome, { fate: 'kept', why, note: null, asks: false, byHand: false })
}

/** Pages that waited for what an earlier one would turn out to be. */
function releaseWaiting(ribbon: Place[], from: number): void {
  for (let at = from; at < ribbon.length; at++) {
    const { outcome, begins } = ribbon[at]!
    if (begins || outcome.asks) return
    if (outcome.fate === 'held') keep(ribbon[at]!, byHand.follow)
  }
}

function begin(ribbon: Place[], at: number, values: MovedValues, rubric: Rubric): void {
  const place = ribbon[at]
  if (!place || place.begins || place.outcome.fate === 'unreadable') return
  const before = ribbon.slice(0, at).findLast(one => one.begins)
  const running = before?.begins
  keep(place, byHand.start)
  const type = running?.type ?? typeOf(rubric, null)?.id ?? null
  const typeSaid = running?.typeSaid ?? false
  place.begins =
    before && running && values === 'keep'
      ? { type, typeSaid, barcode: running.barcode, valuesOf: running.valuesOf ?? before.page }
      : { type, typeSaid, barcode: {} }
  releaseWaiting(ribbon, at + 1)
}

/** A type that the rubric does not have any more is passed over. */
function setType(ribbon: Place[], at: number, type: string, rubric: Rubric): void {
  const begins = ribbon.slice(0, at + 1).findLast(one => one.begins)?.begins
  if (begins && rubric.types.some(known => known.id === type)) Object.assign(begins, { type, typeSaid: true })
}

function join(ribbon: Place[], at: number): void {
  const place = ribbon[at]
  if (!place || !ribbon.slice(0, at).some(one => one.begins)) return
  if (!place.begins && place.outcome.fate !== 'held') return
  place.begins = null
  keep(place, byHand.follow)
  releaseWaiting(ribbon, at + 1)
}

/** A heading stays with its document: the next page that is kept takes it over. */
function setAside(ribbon: Place[], at: number, fate: 'set-aside' | 'moved', why: string): void {
  const place = ribbon[at]!
  if (place.outcome.fate === 'unreadable' || place.outcome.byHand) return
  const wasHeld = place.outcome.asks
  passHeadingOn(ribbon, at, 'keep')
  Object.assign(place.outcome, { fate, why, note: null, asks: false, byHand: true })
  if (!wasHeld) return
  const next = ribbon.slice(at + 1).find(one => one.outcome.fate !== 'blank')
  if (next && next.outcome.fate === 'held') next.outcome.asks = true
}

/** The first place after this one whose page is kept, or would begin a document. */
function heirOf(ribbon: readonly Place[], at: number): Place | undefined {
  for (let next = at + 1; next < ribbon.length; next++) {
    const place = ribbon[next]!
    if (place.begins || place.outcome.fate === 'kept') return place
  }
  return undefined
}

function passHeadingOn(ribbon: Place[], at: number, values: MovedValues): void {
  const place = ribbon[at]!
  if (!place.begins) return
  const heir = heirOf(ribbon, at)
  if (heir && !heir.begins)
    heir.begins =
      values === 'keep'
        ? { ...place.begins, valuesOf: place.begins.valuesOf ?? place.page }
        : { type: place.begins.type, typeSaid: place.begins.typeSaid, barcode: {} }
  place.begins = null
}

function move(ribbon: Place[], from: number[], before: number | null, values: MovedValues): void {
  const there = from.filter(at => at >= 0)
  const places = new Set(there.map(at => ribbon[at]!))
  const target = before === null ? null : ribbon[before]
  if (target === undefined || places.size === 0 || (target && places.has(target))) return
  for (const at of there) {
    // A document that moves whole keeps its heading; a first page that leaves hands it on.
    const next = ribbon[at]!.begins ? heirOf(ribbon, at) : undefined
    if (next && !next.begins && !places.has(next)) passHeadingOn(ribbon, at, values)
  }
  const staying = ribbon.filter(place => !places.has(place))
  const to = target ? staying.indexOf(target) : staying.length
  for (const [at, place] of [...staying.slice(0, to), ...places, ...staying.slice(to)].entries()) ribbon[at] = place
  for (const place of places) if (place.outcome.fate === 'kept') place.outcome.why = byHand.moved
}

/** Documents as the headings on the ribbon say. */
function gather(ribbon: readonly Place[], rubric: Rubric): SplitOutcome {
  const documents: SplitDocument[] = []
  const pages = ribbon.map(({ page, outcome, begins }): PageOutcome => {
    if (outcome.fate !== 'kept') return { ...outcome, document: null, heading: false }
    const first = begins !== null || documents.length === 0
    if (first)
      documents.push({
        document: documents.length + 1,
        type: begins?.type ?? typeOf(rubric, null)?.id ?? null,
        typeSaid: begins?.typeSaid ?? false,
        pages: [],
        barcode: begins?.barcode ?? {},
        ...(begins?.valuesOf === undefined ? {} : { valuesOf: begins.valuesOf }),
      })
    const document = documents.at(-1)!
    document.pages.push(page)
    return { ...outcome, document: document.document, heading: first }
  })
  return { pages, documents }
}
