import type { UnreadCode } from '../model/evidence'
import type { Rubric } from '../rubric/rubric'
import { zoneBox, type Box } from '../model/zone'
import type { Side, Suggestion } from './suggestion'

/** A page and what people did with it. */
export interface LeftPage {
  ink: number
  blank: boolean
  unread: readonly UnreadCode[]
  /** They gave the value of its code, which did not read. */
  answered: boolean
  /** They set it aside though the machine kept it, or put it back though it was blank. */
  setAside: boolean
  putBack: boolean
}

const fewestPages = 3
/** A code that is cut by its zone's edge comes so near to it, in inches. */
const touching = 0.06
/** By how much a zone is widened: four millimetres. */
const widening = 4 / 25.4
const sides: readonly Side[] = ['left', 'top', 'right', 'bottom']

const gapTo: Record<Side, (place: Box, zone: Box) => number> = {
  left: (place, zone) => place.x - zone.x,
  top: (place, zone) => place.y - zone.y,
  right: (place, zone) => zone.x + zone.width - place.x - place.width,
  bottom: (place, zone) => zone.y + zone.height - place.y - place.height,
}

/** What pages that people put right say of a rubric's zones, and of what counts as blank. */
export function suggestForPages(rubric: Rubric, pages: readonly LeftPage[]): Suggestion[] {
  const blank = suggestInk(rubric, pages)
  return [...suggestZones(rubric, pages), ...(blank ? [blank] : [])]
}

/** A zone over whose edge run codes that people had to type is made wider there. */
function suggestZones(rubric: Rubric, pages: readonly LeftPage[]): Suggestion[] {
  const answered = pages.filter(page => page.answered && page.unread.length > 0)
  return rubric.split.rules.flatMap((rule, at) => {
    const zone = rule.rule === 'barcode' ? zoneBox(rule.zone) : null
    if (!zone) return []
    return sides.flatMap(side => {
      const cut = answered.filter(({ unread }) => unread.some(place => Math.abs(gapTo[side](place, zone)) < touching))
      if (
        cut.length < fewestPages ||
        cut.length < answered.length / 2 ||
        (side === 'left' && zone.x === 0) ||
        (side === 'top' && zone.y === 0)
      )
        return []
      const change = { do: 'widen', rule: at, side, by: widening } as const
      return [{ key: `zone ${at} ${side}`, change, instead: null, shown: cut.length, of: answered.length, before: null, after: null }]
    })
  })
}

/** What counts as blank, where people put pages back that did, or set pages aside that hardly had any ink. */
function suggestInk(rubric: Rubric, pages: readonly LeftPage[]): Suggestion | null {
  const { maxInk, action } = rubric.clean.blank
  if (action !== 'set-aside') return null
  const back = pages.filter(page => page.putBack && page.blank)
  const aside = pages.filter(page => page.setAside && !page.blank)
  const stay = pages.filter(page => !page.setAside && (!page.blank || page.putBack)).map(page => page.ink)
  const least = Math.min(...stay)
  const rounded = (value: number) => Number(value.toPrecision(2))
  // A page with a note must not be lost: what stays keeps well away from the limit.
  const most = Math.max(0, ...aside.map(page => page.ink).filter(ink => ink * 3 < least))
  const up = aside.filter(page => page.ink <= most)
  if (back.length >= fewestPages) return inkSuggestion(rounded(Math.min(...back.map(page => page.ink)) * 0.8), back.length, pages)
  if (up.length >= fewestPages && most > maxInk) return inkSuggestion(rounded(most * 1.2), up.length, pages)
  return null
}

/** With how many pages are blank and stay, as people left them, before and after. */
function inkSuggestion(maxInk: number, shown: number, pages: readonly LeftPage[]): Suggestion {
  const tally = (isBlank: (page: LeftPage) => boolean) => {
    const wrong = pages.filter(page => isBlank(page) !== (page.setAside || (page.blank && !page.putBack))).length
    return { right: pages.length - wrong, wrong, open: 0 }
  }
  return {
    key: `ink ${maxInk}`,
    change: { do: 'max-ink', maxInk },
    instead: null,
    shown,
    of: pages.length,
    before: tally(page => page.blank),
    after: tally(page => page.ink <= maxInk),
  }
}
