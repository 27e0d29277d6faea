import { findFinders } from '../../core/raster/finders'
import { crop, type Area, type Grey } from '../../core/raster/image'
import { adaptiveMono } from '../../core/raster/mono'
import { coarse } from '../../core/raster/coarse'
import { findSymbols, type SymbolPlace } from '../../core/raster/symbols'
import type { ReadCode, UnreadCode } from '../../core/model/evidence'
import type { BarcodeRule } from '../../core/rubric/rubric'
import { centreInside, zoneBox, type Box } from '../../core/model/zone'
import { isMatrixFormat, isStackedFormat } from '../../core/model/barcodeFormats'
import { patternOf } from '../../core/pattern/pattern'
import { covers, joined, overlap, sharedShare } from './areas'
import { Readings, sameFamily } from './belief'
import { areaWithRoom } from './part'
import { inchesOf, readImage, type Found } from './reader'
import { waysToRead } from './waysToRead'

// Codes stand near their zone's edge more often than not, and a label is stuck on by hand.
const zoneMarginInches = 0.2
// What is no larger is read as it stands, all of it; in more only what has a symbol's texture.
const smallShare = 0.15
/** Room around a block of texture: the quiet zone of a symbol, and what of it is too light to have any. */
const blockRoomInches = 0.25
/** Inches of room within which a QR code's corners may stand. */
const leastFinder = 0.7
const mostUnread = 4
const mostPerhaps = 3
/** What a place and a broken symbol that zxing sees there have in common, as a share of both together. */
const leastShared = 0.3

export interface CodesFound {
  codes: ReadCode[]
  unread: UnreadCode[]
}

/**
 * Reads where one rule looks: a zone as it stands, a whole page in every block of it that has a symbol's texture; then, in
 * more ways, each place where something like a code still does not read. What reads in no way, or in ways that differ, is
 * a place for a person to look at.
 */
async function readZone(page: Grey, dpi: number, rule: BarcodeRule): Promise<CodesFound> {
  const zone = zoneBox(rule.zone)
  const area = zone
    ? areaWithRoom(page, { x: zone.x * dpi, y: zone.y * dpi, width: zone.width * dpi, height: zone.height * dpi }, zoneMarginInches * dpi)
    : { x: 0, y: 0, width: page.width, height: page.height }
  if (area.width < 16 || area.height < 16) return { codes: [], unread: [] }
  const part = zone ? crop(page, area) : page

  const readings = new Readings(rule)
  const codes: ReadCode[] = []
  const damaged: Area[] = []
  /** Takes readings in, of which boxes are pixels of the part; whether one of them is believed. */
  const take = (found: readonly Found[], how: string, where?: Area) => {
    let taken = false
    for (const one of found) {
      if (!one.sound) {
        if (!where) damaged.push(one.area)
        continue
      }
      const grounds = readings.take(one, how)
      if (!grounds) continue
      taken = true
      const code: ReadCode = { format: one.format, value: one.value, ...inchesOf(where ?? one.area, area, dpi), grounds, how }
      if (!codes.some(other => sameCode(other, code))) codes.push(code)
    }
    return taken
  }
  const isRead = (place: Area) => codes.some(code => overlap(pixelsOf(code, area, dpi), place))

  const { places: symbols, blocks } = findSymbols(part, dpi)
  // A QR code betrays itself by its corners too: in a zone anywhere, on a page where something has a symbol's texture.
  let cornered: Area[] = [{ x: 0, y: 0, width: part.width, height: part.height }]
  if (part.width * part.height <= smallShare * page.width * page.height) {
    take(await readImage(part, rule.formats, 'hard'), 'as it stands')
  } else {
    // Large modules have no texture. What is seen from afar is read from near first, where it is mistaken less.
    const { image: small, factor } = coarse(part, dpi)
    const afar = (await readImage(small, rule.formats, 'afar')).filter(found => found.sound).map(found => enlargedBy(found, factor))
    const seen = [...joined(blocks, dpi), ...afar.map(found => found.area)]
    const spots = seen.map(block => areaWithRoom(part, block, blockRoomInches * dpi))
    for (const [at, spot] of spots.entries()) {
      if (codes.some(code => covers(pixelsOf(code, area, dpi), seen[at]!))) continue
      const image = crop(part, spot)
      const found = (await readImage(image, rule.formats, 'hard')).map(one => movedBy(one, spot))
      // A symbology without a check sum is believed where a second way gives the same.
      if (!take(found, 'as it stands') && found.some(one => one.sound))
        take(
          (await readImage(image, rule.formats, 'mended')).map(one => movedBy(one, spot)),
          'mended',
        )
    }
    take(
      afar.filter(found => !isRead(found.area)),
      'from afar',
    )
    cornered = spots.filter(spot => Math.min(spot.width, spot.height) >= leastFinder * dpi)
  }

  const inZone = (place: Area) => centreInside(inchesOf(place, area, dpi), zone)
  const finders = cornered
    .filter(spot => !isRead(spot))
    .flatMap(spot =>
      findFinders(adaptiveMono(crop(part, spot), dpi, 0.5)).map(found => ({ ...found, x: found.x + spot.x, y: found.y + spot.y })),
    )
  const squares = finders.map((found): SymbolPlace => ({ area: found, kind: 'matrix', certain: true, degrees: 0 }))
  // What zxing takes for a broken symbol is a line of text, unless that very place has a symbol's texture.
  const broken = damaged.flatMap(box => {
    const below = symbols.filter(place => overlap(place.area, box))
    return below.length === 1 && sharedShare(below[0]!.area, box) >= leastShared
      ? below.map((place): SymbolPlace => ({ ...place, certain: true }))
      : []
  })
  const open = (list: readonly SymbolPlace[]) => list.filter(place => inZone(place.area) && !isRead(place.area))
  const places = apart(open([...symbols.filter(place => place.certain), ...squares, ...broken])).slice(0, mostUnread)
  // A small matrix or low bars above each other look like a word; where one is asked for, such places are tried, but
  // nobody is asked about them.
  const perhaps = rule.formats.some(format => isMatrixFormat(format) || isStackedFormat(format))
    ? open(symbols.filter(place => !place.certain)).slice(0, mostPerhaps)
    : []

  const unread: { place: SymbolPlace; tried: string[] }[] = []
  for (const place of [...places, ...perhaps]) {
    const tried = ['as it stands']
    let read = false
    for (const way of waysToRead(part, place, dpi)) {
      if (!place.certain && way.effort !== 'mended') continue
      tried.push(way.name)
      read = take(await readImage(await way.picture(), rule.formats, way.effort), way.name, place.area)
      if (read) break
    }
    if (!read && place.certain) unread.push({ place, tried })
  }
  // Beside a code that the rule was looking for, another that does not read asks nobody.
  const fits = codes.some(code => centreInside(code, zone) && (rule.value === undefined || patternOf(rule.value).test(code.value)))
  if (unread.length === 0 || fits) return { codes, unread: [] }
  // A sound code of a format that the rule does not ask for is somebody else's, not one that does not read.
  const others = rule.formats.length
    ? await othersAt(
        part,
        unread.map(one => one.place.area),
        rule,
        dpi,
      )
    : []
  const own = unread.filter(({ place }) => !others.some(other => covers(other.area, place.area)))
  // What was read out of a part of a place says nothing of the whole.
  const whole = others.filter(other => unread.every(({ place }) => !overlap(other.area, place.area) || covers(other.area, place.area)))
  return {
    codes: [...codes, ...whole.map(other => ({ format: other.format, value: other.value, ...inchesOf(other.area, area, dpi) }))],
    unread: own.map(({ place, tried }, at) => ({
      ...inchesOf(place.area, area, dpi),
      tried: triedWords(tried),
      readings: at === 0 ? readings.doubtful : [],
      beside: [],
    })),
  }
}

/** Sound codes of other formats where these places are. */
async function othersAt(part: Grey, places: readonly Area[], rule: BarcodeRule, dpi: number): Promise<Found[]> {
  const found: Found[] = []
  for (const place of places) {
    const spot = areaWithRoom(part, place, blockRoomInches * dpi)
    for (const one of await readImage(crop(part, spot), [], 'hard'))
      if (one.sound && !sameFamily(rule.formats, one.format) && new Readings({ value: undefined }).take(one, 'hard'))
        found.push(movedBy(one, spot))
  }
  return found
}

const movedBy = (found: Found, by: Area): Found => ({ ...found, area: { ...found.area, x: found.area.x + by.x, y: found.area.y + by.y } })

const enlargedBy = (found: Found, factor: number): Found => {
  const { x, y, width, height } = found.area
  return { ...found, area: { x: x * factor, y: y * factor, width: width * factor, height: height * factor } }
}

const pixelsOf = (box: Box, offset: Area, dpi: number): Area => ({
  x: box.x * dpi - offset.x,
  y: box.y * dpi - offset.y,
  width: box.width * dpi,
  height: box.height * dpi,
})

function triedWords(tried: readonly string[]): string {
  const ways = [...new Set(tried)]
  return `tried ${ways.slice(0, -1).join(', ')} and ${ways.at(-1)}`
}

/** Places that lie on each other are one; the first, which is known best, stays. */
function apart(places: readonly SymbolPlace[]): SymbolPlace[] {
  const kept: SymbolPlace[] = []
  for (const place of places) if (!kept.some(other => overlap(other.area, place.area))) kept.push(place)
  return kept
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
