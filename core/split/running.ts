import type { Rubric } from '../rubric/rubric'
import { typeOf } from '../rubric/rubric'
import type { Finding, RunningDocument } from './findStart'
import type { PageOutcome, SplitDocument, Start } from './types'

type Taken = Pick<PageOutcome, 'fate' | 'why' | 'note' | 'document' | 'heading' | 'asks'>

/**
 * The state of splitting between two pages: which document runs, whether pages wait with a held one,
 * and whether a sheet set aside has announced the next document.
 */
export class Running implements RunningDocument {
  readonly documents: SplitDocument[] = []
  private current: SplitDocument | null = null
  private held: number | null = null
  private announced: Start | null = null

  constructor(private readonly rubric: Rubric) {}

  get value(): string | null {
    return this.current?.barcode.value ?? null
  }

  /** A blank separator sheet: the next page starts a document. */
  separate(): void {
    this.announce({
      why: 'Starts a document: the sheet before it is a blank separator.',
      note: null,
      type: this.blankSheetType(),
      barcode: {},
      setAside: true,
    })
  }

  /** A separator that carries the next document's values. */
  announce(start: Start): void {
    this.announced = start
  }

  take(page: number, finding: Finding): Taken {
    if (finding.kind === 'hold') return this.hold(page, finding.why, finding.note)
    if (finding.kind === 'start') return this.start(page, finding.start)
    if (this.announced) return this.start(page, this.afterSeparator(this.announced))
    if (finding.kind === 'continue' && this.held !== null && this.current) this.held = null
    if (this.held !== null)
      return {
        fate: 'held',
        why: `Waits with page ${this.held}: it belongs to whatever that page turns out to be.`,
        note: null,
        document: null,
        heading: false,
        asks: false,
      }
    if (this.current) return this.follow(page, finding)
    return this.beforeFirst(page)
  }

  private afterSeparator(start: Start): Start {
    return { ...start, why: start.why.startsWith('Separator') ? 'Starts a document: the separator before it says so.' : start.why }
  }

  private start(page: number, start: Start): Taken {
    this.held = null
    this.announced = null
    this.current = {
      document: this.documents.length + 1,
      type: typeOf(this.rubric, start.type)?.id ?? null,
      typeSaid: start.type !== null,
      pages: [page],
      barcode: start.barcode,
    }
    this.documents.push(this.current)
    return { fate: 'kept', why: start.why, note: start.note, document: this.current.document, heading: true, asks: false }
  }

  private follow(page: number, finding: Finding): Taken {
    this.current!.pages.push(page)
    const why =
      finding.kind === 'none'
        ? `Belongs to the document before: no rule starts one here${finding.aside ? ` (${finding.aside})` : ''}.`
        : 'why' in finding
          ? finding.why
          : ''
    return {
      fate: 'kept',
      why,
      note: 'note' in finding ? finding.note : null,
      document: this.current!.document,
      heading: false,
      asks: false,
    }
  }

  private hold(page: number, why: string, note: PageOutcome['note'] = null): Taken {
    this.held = page
    this.announced = null
    return { fate: 'held', why, note, document: null, heading: false, asks: true }
  }

  private beforeFirst(page: number): Taken {
    const rules = this.rubric.split.rules
    const alone = { note: null, type: null, barcode: {}, setAside: false }
    if (rules.length === 0) return this.start(page, { ...alone, why: 'Starts the document: this rubric makes one of the whole batch.' })
    if (rules.every(rule => rule.rule === 'blank-sheet'))
      return this.start(page, { ...alone, type: this.blankSheetType(), why: 'Starts a document: the first page of the batch.' })
    if (this.rubric.split.before === 'document')
      return this.start(page, { ...alone, why: 'Starts a document: ahead of the first match, pages form one.' })
    return this.hold(page, 'Waits for a person: it comes ahead of the first page that a rule matches.')
  }

  private blankSheetType(): string | null {
    return this.rubric.split.rules.find(rule => rule.rule === 'blank-sheet')?.type ?? null
  }
}
