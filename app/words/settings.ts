import { formats } from '~~/core/model/fileFormats'
import type { Choices } from '~~/core/rubric/choices'
import type { FileWeight, PageWeight, StartForm } from '~~/shared/views/start'
import { sidesOfPrint } from './printing'
import { saidSize } from './size'

type Settings = StartForm['settings']

export const colourWords = { auto: 'colour only where it is', colour: 'colour', grey: 'grey', mono: 'black and white' }

/** How it will be scanned, in a few words. */
export function settingWords(settings: Settings): string {
  return [
    colourWords[settings.colour],
    `${settings.dpi} dpi`,
    settings.sides === 'both' ? 'both sides' : 'one side',
    settings.paper === 'mixed' ? 'mixed sizes' : settings.paper === 'auto' ? 'any size' : settings.paper,
  ].join(', ')
}

/**
 * What a page will weigh: as measured with this rubric's own pages, or from the nearest resolution; null where
 * nothing like it was measured.
 */
export function pageWeight(
  weights: readonly PageWeight[],
  colour: Settings['colour'],
  dpi: number,
): { bytes: number; measured: boolean } | null {
  if (colour === 'auto') {
    const pages = weights.filter(weight => Math.abs(weight.dpi - dpi) < 5)
    const count = pages.reduce((sum, weight) => sum + weight.pages, 0)
    return count ? { bytes: Math.round(pages.reduce((sum, weight) => sum + weight.bytes * weight.pages, 0) / count), measured: true } : null
  }
  const own = weights.filter(weight => weight.colour === colour).sort((a, b) => Math.abs(a.dpi - dpi) - Math.abs(b.dpi - dpi))[0]
  if (!own) return null
  // Between the length of edges, which mono pays for, and the area.
  const power = colour === 'mono' ? 1.2 : 1.6
  return { bytes: Math.round(own.bytes * (dpi / own.dpi) ** power), measured: Math.abs(own.dpi - dpi) < 5 }
}

/** The same in words. */
export function weightWords(weights: readonly PageWeight[], colour: Settings['colour'], dpi: number): string {
  const found = pageWeight(weights, colour, dpi)
  return found ? `${found.measured ? '' : 'about '}${saidSize(found.bytes)} a page` : 'not measured yet'
}

const mediaTypeOf = (format: string) => formats.find(one => one.name === format)?.mediaType

/** What a page of such a file will weigh, in words: as this rubric's own files did, or its picture alone where it made none yet. */
export function formatWords(
  { weights, fileWeights }: { weights: readonly PageWeight[]; fileWeights: readonly FileWeight[] },
  format: string,
  colour: Settings['colour'],
  dpi: number,
): string {
  const own = fileWeights.find(weight => weight.mediaType === mediaTypeOf(format) && weight.colour === colour)
  if (own) return `${saidSize(own.bytes)} a page`
  if (format === 'jpeg' && colour === 'mono') return 'heavier: JPEG is for pictures'
  const picture = pageWeight(weights, colour, dpi)
  return picture ? `about ${saidSize(picture.bytes)} a page` : 'not measured yet'
}

interface Option {
  value: string | number | boolean
  words: string
  hint?: string
}
export type SettingKey = Exclude<keyof Choices, 'name' | 'protect'>
/** Settings that are one of a few, in words. */
export const settingOptions: { key: SettingKey; title: string; options: Option[] }[] = [
  {
    key: 'colour',
    title: 'Colour',
    options: [
      { value: 'auto', words: 'Where it is', hint: 'each page as it needs' },
      { value: 'mono', words: 'Black and white', hint: 'for text' },
      { value: 'grey', words: 'Grey', hint: 'for photographs' },
      { value: 'colour', words: 'Colour' },
    ],
  },
  {
    key: 'dpi',
    title: 'Resolution',
    options: [
      { value: 150, words: '150 dpi', hint: 'barcodes may fail' },
      { value: 200, words: '200 dpi', hint: 'right for text' },
      { value: 300, words: '300 dpi', hint: 'small print' },
      { value: 600, words: '600 dpi', hint: 'photographs' },
    ],
  },
  {
    key: 'sides',
    title: 'Sides',
    options: [
      { value: 'one', words: 'One side' },
      { value: 'both', words: 'Both sides' },
    ],
  },
  {
    key: 'flip',
    title: 'How pages turn',
    options: [
      { value: 'long-edge', words: 'Like a book' },
      { value: 'short-edge', words: 'Like a notepad' },
    ],
  },
  {
    key: 'paper',
    title: 'Paper',
    options: [
      { value: 'auto', words: 'Any size', hint: 'found on the scan' },
      { value: 'mixed', words: 'A mixed stack', hint: 'each keeps its size' },
      { value: 'A4', words: 'A4' },
      { value: 'A5', words: 'A5' },
      { value: 'A3', words: 'A3' },
      { value: 'letter', words: 'Letter' },
    ],
  },
  {
    key: 'rotate',
    title: 'Direction of the original',
    options: [
      { value: 'none', words: 'As it lies' },
      { value: 'upright', words: 'By its text' },
      { value: 90, words: 'A quarter right' },
      { value: 270, words: 'A quarter left' },
      { value: 180, words: 'Upside down' },
    ],
  },
  {
    key: 'original',
    title: 'Kind of original',
    options: [
      { value: 'text', words: 'Text' },
      { value: 'text-and-pictures', words: 'Text and pictures' },
      { value: 'photo', words: 'Photographs' },
    ],
  },
  {
    key: 'lighten',
    title: 'Lighter or darker',
    options: [
      { value: -3, words: 'Much darker' },
      { value: -1, words: 'Darker' },
      { value: 0, words: 'As it is' },
      { value: 1, words: 'Lighter' },
      { value: 3, words: 'Much lighter' },
    ],
  },
  {
    key: 'contrast',
    title: 'Contrast',
    options: [
      { value: -2, words: 'Flatter' },
      { value: 0, words: 'As it is' },
      { value: 2, words: 'Harder' },
    ],
  },
  {
    key: 'sharpness',
    title: 'Sharpness',
    options: [
      { value: -2, words: 'Softer' },
      { value: 0, words: 'As it is' },
      { value: 2, words: 'Sharper' },
    ],
  },
  {
    key: 'percent',
    title: 'Size',
    options: [
      { value: 50, words: '50 %' },
      { value: 71, words: '71 %', hint: 'A4 to A5' },
      { value: 100, words: 'As it is' },
      { value: 141, words: '141 %', hint: 'A4 to A3' },
      { value: 200, words: '200 %' },
    ],
  },
  {
    key: 'gentle',
    title: 'Feed',
    options: [
      { value: false, words: 'Usual' },
      { value: true, words: 'Gentle', hint: 'folded or delicate paper' },
    ],
  },
  {
    key: 'copies',
    title: 'Copies',
    options: [1, 2, 3, 4, 5, 6, 8, 10, 15, 20, 30, 50].map(value => ({ value, words: value === 1 ? 'One' : String(value) })),
  },
  {
    key: 'printSides',
    title: 'Printed on',
    options: sidesOfPrint.map(([value, words]) => ({ value, words })),
  },
  {
    key: 'format',
    title: 'File',
    options: [
      { value: 'pdf', words: 'PDF', hint: 'searchable' },
      { value: 'pdf-a', words: 'PDF/A', hint: 'for the archive' },
      { value: 'tiff', words: 'TIFF' },
      { value: 'jpeg', words: 'JPEG', hint: 'one a page' },
    ],
  },
]

/** What a page will weigh with one of a setting's options, in words; null where that makes no difference. */
export function optionWeight(form: StartForm, settings: Settings, key: SettingKey, value: Option['value']): string | null {
  if (key === 'colour') return weightWords(form.weights, value as Settings['colour'], settings.dpi)
  if (key === 'dpi') return weightWords(form.weights, settings.colour, Number(value))
  if (key === 'format') return formatWords(form, String(value), settings.colour, settings.dpi)
  return null
}
