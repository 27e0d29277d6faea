import { findFinders } from '../../core/raster/finders'
import { crop, type Area, type Grey } from '../../core/raster/image'
import { adaptiveMono } from '../../core/raster/mono'
import { findSymbols, type SymbolPlace } from '../../core/raster/symbols'
import type { ReadCode, UnreadCode } from '../../core/model/evidence'
import type { BarcodeRule } from '../../core/model/rubric'
import { centreInside, zoneBox } from '../../core/model/zone'
import { isMatrixFormat, isStackedFormat } from '../../core/model/barcodeFormats'
import { Readings, sameFamily } from './belief'
import { areaWithRoom } from './part'
import { inchesOf, readImage, type Found } from './reader'
import { waysToRead } from './waysToRead'

// Codes stand near their zone's edge more often than not, and a label is stuck on by hand.
const zoneMarginInches = 0.2
const mostUnread = 4
const mostPerhaps = 3
/** What a place and a broken symbol that zxing sees there have in common, as a share of both together. */
const leastShared = 0.3

export interface CodesFound { codes: ReadCode[], unread: UnreadCode[] }

/**
 * Reads where one rule looks: fast first, then harder; where something like a code still does not read, in more ways at
 * its very place. What reads in no way, or in ways that differ, is a place for a person to look at.
 */
async function readZone(page: Grey, dpi: number, rule: BarcodeRule): Promise<CodesFound> {
  const zone = zoneBox(rule.zone)
  const area = zone ? areaWithRoom(page, { x: zone.x * dpi, y: zone.y * dpi, width: zone.width * dpi, height: zone.height * dpi }, zoneMarginInches * dpi) : { x: 0, y: 0, width: page.width, height: page.height }
  if (area.width < 16 || area.height < 16) return { codes: [], unread: [] }
  const part = zone ? crop(page, area) : page
  const mono = adaptiveMono(part, dpi, 0.5)
  if (!mono.data.includes(1)) return { codes: [], unread: [] }

  const readings = new Readings(rule)
  const codes: ReadCode[] = []
  const damaged: Area[] = []
  const take = (found: readonly Found[], how: string, where?: Area) => {
    for (const one of found) {
      if (!one.sound) {
        if (!where) damaged.push(one.area)
        continue
      }
      const grounds = readings.take(one, how)
      const code: ReadCode = { format: one.format, value: one.value, ...inchesOf(where ?? one.area, area, dpi), ...grounds ? { grounds, how } : {} }
      if (grounds && !codes.some(other => sameCode(other, code))) codes.push(code)
    }
    return codes.some(code => centreInside(code, zone))
  }
  if (take(await readImage(part, rule.formats, 'fast'), 'quickly')) return { codes, unread: [] }
  if (take(await readImage(part, rule.formats, 'mended'), 'harder')) return { codes, unread: [] }

  const inZone = (place: Area) => centreInside(inchesOf(place, area, dpi), zone)
  const symbols = findSymbols(part, dpi)
  const squares = findFinders(mono).map((found): SymbolPlace => ({ area: found, kind: 'matrix', certain: true, degrees: 0 }))
  // What zxing takes for a broken symbol is a line of text, unless that very place has a symbol's texture.
  const broken = damaged.flatMap((box) => {
    const below = symbols.filter(place => overlap(place.area, box))
    return below.length === 1 && sharedShare(below[0]!.area, box) >= leastShared ? below.map((place): SymbolPlace => ({ ...place, certain: true })) : []
  })
  const places = apart([...symbols.filter(place => place.certain), ...squares, ...broken].filter(place => inZone(place.area))).slice(0, mostUnread)
  // A small matrix or low bars above each other look like a word; where one is asked for, such places are tried, but nobody is asked about them.
  const perhaps = rule.formats.some(format => isMatrixFormat(format) || isStackedFormat(format)) ? symbols.filter(place => !place.certain && inZone(place.area)).slice(0, mostPerhaps) : []

  const unread: UnreadCode[] = []
  for (const place of [...places, ...perhaps]) {
    const tried = ['quickly', 'harder']
    for (const way of waysToRead(part, place, dpi)) {
      if (!place.certain && way.effort !== 'mended') continue
      tried.push(way.name)
      if (take(await readImage(await way.picture(), rule.formats, way.effort), way.name, place.area)) break
    }
    if (codes.some(code => centreInside(code, zone))) return { codes, unread: [] }
    if (place.certain) unread.push({ ...inchesOf(place.area, area, dpi), tried: triedWords(tried), readings: [], beside: [] })
  }
  if (unread.length === 0) return { codes, unread: [] }
  // A sound code of a format that the rule does not ask for is somebody else's, not one that does not read.
  const others = rule.formats.length ? (await readImage(part, [], 'hard')).filter(found => found.sound && !sameFamily(rule.formats, found.format) && new Readings({ value: undefined }).take(found, 'hard')) : []
  const own = unread.filter((_, at) => !others.some(other => covers(other.area, places[at]!.area)))
  // What was read out of a part of a place says nothing of the whole.
  const whole = others.filter(other => places.every(place => !overlap(other.area, place.area) || covers(other.area, place.area)))
  return {
    codes: [...codes, ...whole.map(other => ({ format: other.format, value: other.value, ...inchesOf(other.area, area, dpi) }))],
    unread: own.map((place, at) => at === 0 ? { ...place, readings: readings.doubtful } : place),
  }
}

function triedWords(tried: readonly string[]): string {
  const ways = [...new Set(tried)]
  return `tried ${ways.slice(0, -1).join(', ')} and ${ways.at(-1)}`
}

const overlap = (a: Area, b: Area) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** What two areas have in common, as a share of what they cover together. */
function sharedShare(a: Area, b: Area): number {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
  const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  if (across <= 0 || down <= 0) return 0
  return across * down / (a.width * a.height + b.width * b.height - across * down)
}

/** Places that lie on each other are one; the first, which is known best, stays. */
function apart(places: readonly SymbolPlace[]): SymbolPlace[] {
  const kept: SymbolPlace[] = []
  for (const place of places) if (!kept.some(other => overlap(other.area, place.area))) kept.push(place)
  return kept
}

/** Whether a code takes up most of a place: a short one can be read out of the middle of a longer one that is torn. */
function covers(code: Area, place: Area): boolean {
  return overlap(code, place) && Math.max(code.width, code.height) > 0.7 * Math.max(place.width, place.height)
}

const sameCode = (a: ReadCode, b: ReadCode) =>
  a.format === b.format && a.value === b.value && Math.abs(a.x - b.x) < 0.25 && Math.abs(a.y - b.y) < 0.25

/** Barcodes where the rules look for them, and places where one stands that does not read. */
export async function findCodes(page: Grey, dpi: number, rules: readonly BarcodeRule[]): Promise<CodesFound> {
  const codes: ReadCode[] = []
  const unread: UnreadCode[] = []
  for (const rule of rules) {
    const found = await readZone(page, dpi, rule)
    for (const code of found.codes) if (!codes.some(other => sameCode(other, code))) codes.push(code)
    unread.push(...found.unread)
  }
  return { codes, unread }
}
