import { z } from 'zod'
import { shownValue } from '~~/core/fields/fieldValue'
import { faultKinds } from '~~/core/model/verdict'
import type { DocumentPage, HistoryLine } from '~~/shared/views/documents'
import { counted } from './count'
import { faultWords } from './faults'
import { saidTime } from './time'

const Values = z.record(z.string(), z.string()).catch({})
const Told = z
  .object({
    why: z.string(),
    to: z.string(),
    destination: z.string(),
    // Of a delivery; a fault's place is none that is told.
    place: z.string().optional().catch(undefined),
    trouble: z.string(),
    edition: z.number(),
    faulty: z.number(),
    note: z.string(),
    kind: z.enum(faultKinds),
    places: z.array(z.number()),
    page: z.number(),
    sides: z.number(),
    words: z.number(),
    begun: z.string(),
  })
  .partial()
  .catch({})
const Made = z.array(z.object({ name: z.string() })).catch([])

/** What changed of a document's values: "Vessel: Marram, before Sandpiper". */
function changes(
  { old, new: after }: HistoryLine,
  fields: readonly { id: string; label: string }[],
  shown: (id: string, value: string) => string,
) {
  const [before, now] = [Values.parse(old), Values.parse(after)]
  return fields.flatMap(({ id, label }) => {
    const [was, is] = [before[id], now[id]]
    if (was === is) return []
    if (is === undefined) return [`${label} emptied, before ${shown(id, was!)}`]
    return [`${label}: ${shown(id, is)}${was === undefined ? '' : `, before ${shown(id, was)}`}`]
  })
}

/** A line of a document's history as a sentence; null where it says nothing to people. */
export function historyWords(line: HistoryLine, document: Pick<DocumentPage, 'documentType'>): string | null {
  const who = line.person ?? 'The machine'
  const fields = document.documentType?.fields ?? []
  const shown = (id: string, value: string) => {
    const field = fields.find(one => one.id === id)
    return field ? shownValue(field, value) : value
  }
  const told = Told.parse(line.new)
  const changed = changes(line, fields, shown).join('; ')
  const because = told.why ? `: “${told.why}”` : ''
  switch (line.what) {
    case 'start':
      return `${who} began its batch.`
    case 'enter':
      return changed ? `${who} entered ${changed}.` : null
    case 'confirm':
      return `${who} confirmed its values${changed ? `: ${changed}` : ''}.`
    case 'look up':
      return `${who} looked it up.`
    case 'put words right':
      return `${who} put right ${counted(told.words ?? 0, 'word')} read on page ${told.page ?? 0}.`
    case 'find right':
      return `${who} found it right.`
    case 'find wrong':
      return `${who} sent it back: ${told.kind ? faultWords[told.kind] : 'something is wrong'}.${told.note ? ` “${told.note}”` : ''}`
    case 'draw': {
      const count = told.places?.length ?? 0
      return `${counted(count, 'document')} of its batch ${count === 1 ? 'was' : 'were'} drawn to be checked.`
    }
    case 'accept lot':
      return `Its batch was accepted with ${told.faulty ?? 0} faulty.`
    case 'refuse lot':
      return `Its batch was not accepted with ${told.faulty ?? 0} faulty, so all of it is checked.`
    case 'pass unchecked':
      return `${who} let its batch pass without its check${because}.`
    case 'build':
      return `${Made.parse(line.new)
        .map(file => file.name)
        .join(' and ')} ${Made.parse(line.new).length === 1 ? 'was' : 'were'} made.`
    case 'deliver':
      return `It arrived at ${told.place ?? told.destination ?? 'its destination'}.`
    case 'deliver failed':
      return `It did not arrive at ${told.destination}: ${told.trouble ?? ''}`
    case 'no longer held':
      return `${told.destination ?? 'Its destination'} no longer held it at ${told.place ?? 'its place'}.`
    case 'send again':
      return `${who} had it sent once more, as edition ${told.edition}.`
    case 'deliver again':
      return `${who} had it sent to ${told.destination} again.`
    case 'look at original':
      return `${who} looked at what is black on page ${told.page}.`
    case 'remove originals':
      return `What was scanned of ${counted(told.sides ?? 0, 'side')} of its batch was let go.`
    case 'keep whole':
      return `${who} had its batch kept whole${because}.`
    case 'let bytes go':
      return `Bytes of its batch went, as the rubric says.`
    case 'let values go':
      return `What had been entered of what is black now was let go.`
    case 'open document':
      return `${who} opened it again, for its edition ${told.edition}.`
    case 'hand over':
      return `${who} handed its batch over${because}.`
    case 'take over':
      return `${who} took its batch over.`
    case 'new version':
      return `${who} moved its batch to the rubric’s newest version.`
    case 'date back':
      return `The demo dated its batch back to ${told.begun ? saidTime(told.begun) : 'another day'}.`
    default:
      return null
  }
}
