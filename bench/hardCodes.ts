import bwipjs from 'bwip-js/node'
import sharp from 'sharp'
import type { Grey } from '../core/raster/image'
import { Random } from '../standins/paper/random'
import { sentences } from '../standins/paper/officeLetters'
import type { Symbology } from './symbologies'

/** A part of a page with a code in its zone and another of the same kind outside it. Lengths in inches. */
export interface HardCode {
  page: Grey
  text: string
  other: string
  zone: { x: number; y: number; width: number; height: number; unit: 'in' }
}

/** What makes a code unreadable: another label over it, strokes of a pen, a torn-off half, a wet smear. */
export const damages = ['label', 'scribble', 'torn', 'smear'] as const
export type Damage = (typeof damages)[number]

export const dpi = 200
const inch = 25.4
// Millimetres: what is drawn, and the zone on it.
const part = { width: 170, height: 120 }
const zone = { x: 30, y: 22, width: 115, height: 68 }

export function symbolOf(
  { bcid, options, units, module, high }: Symbology,
  text: string,
  random: Random,
): { svg: string; width: number; height: number } {
  const svg = bwipjs.toSVG({ bcid, text, scale: 1, ...(high ? { height: high } : {}), ...options })
  const [, , across, down] = /viewBox="([^"]+)"/.exec(svg)![1]!.split(' ').map(Number) as [number, number, number, number]
  const size = random.between(module[0], module[1]) / units
  const inner = svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>\s*$/, '')
  return { svg: `<g transform="scale(${size})">${inner}</g>`, width: across * size, height: down * size }
}

export const line = (x: number, y: number, words: string, size = 3.4) =>
  `<text x="${x}" y="${y}" font-family="Liberation Serif" font-size="${size}" fill="#222">${words.replace(/&/g, '')}</text>`

function harmed(damage: Damage, width: number, height: number, random: Random): string {
  switch (damage) {
    case 'label': {
      const wide = width * random.between(0.4, 0.55)
      return (
        `<g transform="translate(${random.between(-0.05, 0.08) * width} ${-0.1 * height}) ` +
        `rotate(${random.between(-8, 8)})"><rect width="${wide}" height="${height * 1.25}" fill="#f4f1e8" stroke="#999" ` +
        `stroke-width="0.2"/>${line(2, height * 0.6, 'Seen, E. P.', 3)}</g>`
      )
    }
    case 'scribble':
      return Array.from(
        { length: 4 },
        (_, at) =>
          `<path d="M ${-2} ${height * (0.12 + at * 0.25)} q ${width / 2} ${random.between(-6, 6)} ${width + 4} ` +
          `${random.between(-4, 4)}" stroke="#151a30" stroke-width="${random.between(0.9, 1.3)}" fill="none"/>`,
      ).join('')
    case 'torn': {
      const at = width * random.between(0.42, 0.6)
      return `<path d="M ${at} -3 l 2 ${height / 3} l -3 ${height / 3} l 2 ${height / 3 + 6} H ${width + 4} V -3 Z" fill="#fbfaf6"/>`
    }
    case 'smear':
      return `<rect x="-1" y="-1" width="${width + 2}" height="${height + 2}" fill="#333" fill-opacity="0.25"/>`
  }
}

/** Rows of white where a print head is worn, and flakes where ink came off. */
export function wornPrint(width: number, height: number, random: Random): string {
  const rows = Array.from(
    { length: random.whole(0, 3) },
    () => `<rect x="-1" y="${random.between(0, height)}" width="${width + 2}" height="${random.between(0.1, 0.25)}" fill="#fff"/>`,
  )
  const flakes = Array.from(
    { length: random.whole(0, 40) },
    () => `<circle cx="${random.between(0, width)}" cy="${random.between(0, height)}" r="${random.between(0.04, 0.13)}" fill="#fff"/>`,
  )
  return [...rows, ...flakes].join('')
}

/**
 * Draws one: skew to 3 degrees, quarter turns, blur, low contrast, specks and poor print, all of it by chance, as 200 dpi gives it.
 * @param damage spoils the code on top of that
 */
export async function hardCode(symbology: Symbology, seed: number, damage: Damage | null = null): Promise<HardCode> {
  const random = new Random(seed)
  const text = symbology.text(random)
  const other = symbology.text(random)
  const symbol = symbolOf(symbology, text, random)
  const turn = random.chance(0.3) ? random.pick(symbol.width < zone.height - 16 ? [90, 180, 270] : [180]) : 0
  const degrees = turn + random.between(-3, 3)
  const outside = symbolOf(symbology, other, new Random(1))
  const blur = damage === 'smear' ? random.between(2, 3) : random.between(0.3, 0.85)
  const ink = random.whole(25, 110)
  const paper = random.whole(205, 250)
  const [x, y] = [zone.x + zone.width / 2 + random.between(-10, 10), zone.y + zone.height / 2 + random.between(-6, 6)]
  const prose = [6, 11, 16, 96, 101].map((at, row) => line(28, at, sentences[(seed + row) % sentences.length]!.repeat(2).slice(0, 76)))
  const specks = Array.from(
    { length: random.whole(0, 60) },
    () =>
      `<circle cx="${random.between(zone.x, zone.x + zone.width)}" cy="${random.between(zone.y, zone.y + zone.height)}" ` +
      `r="${random.between(0.05, 0.16)}" fill="#333"/>`,
  )
  const worn = damage ? harmed(damage, symbol.width, symbol.height, random) : wornPrint(symbol.width, symbol.height, random)
  const width = Math.round((part.width / inch) * dpi)
  const height = Math.round((part.height / inch) * dpi)
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${part.width} ${part.height}">
    <rect width="100%" height="100%" fill="#fff"/>${prose.join('')}
    <g transform="translate(28 ${part.height - 1}) scale(0.9) translate(0 ${-outside.height})">${outside.svg}</g>
    <g transform="translate(${x} ${y}) rotate(${degrees}) translate(${-symbol.width / 2}
      ${-symbol.height / 2})">${symbol.svg}${worn}</g>${specks.join('')}</svg>`
  const page = await asScanned(svg, { blur, ink, paper }, random)
  return {
    page,
    text,
    other,
    zone: { x: zone.x / inch, y: zone.y / inch, width: zone.width / inch, height: zone.height / inch, unit: 'in' },
  }
}

/** A drawing as a scanner gives it: blurred, of these levels, with its noise. */
export async function asScanned(
  svg: string,
  { blur, ink, paper }: { blur: number; ink: number; paper: number },
  random: Random,
): Promise<Grey> {
  const { data: raw, info } = await sharp(Buffer.from(svg))
    .flatten({ background: '#fff' })
    .toColourspace('b-w')
    .blur(blur)
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true })
  const data = new Uint8Array(raw.length)
  for (let at = 0; at < raw.length; at++)
    data[at] = Math.max(0, Math.min(255, ink + ((paper - ink) * raw[at]!) / 255 + (random.next() + random.next() - 1) * 14))
  return { width: info.width, height: info.height, data }
}
