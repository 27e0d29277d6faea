import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { prepareZXingModule, readBarcodes, type ReaderOptions, type ReadResult } from 'zxing-wasm/reader'
import type { Area, Grey } from '../../core/raster/image'
import type { BarcodeFormat } from '../../core/model/barcodeFormats'
import type { Box } from '../../core/model/zone'

const wasm = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'))
prepareZXingModule({ overrides: { wasmBinary: wasm.buffer.slice(wasm.byteOffset, wasm.byteOffset + wasm.byteLength) } })

const hard: ReaderOptions = {
  tryHarder: true,
  tryRotate: true,
  tryInvert: true,
  tryDownscale: true,
  maxNumberOfSymbols: 64,
  returnErrors: true,
}
const efforts = {
  hard,
  /** For what was made smaller already. */
  afar: { ...hard, tryInvert: false, tryDownscale: false, returnErrors: false },
  /** Gaps and dents in the modules are closed first. */
  mended: { ...hard, tryDenoise: true },
} satisfies Record<string, ReaderOptions>
export type Effort = keyof typeof efforts

/** What zxing found in an image; boxes in pixels of that image. */
export interface Found {
  format: string
  value: string
  sound: boolean
  area: Area
}

/** As a PGM file, which zxing takes in a quarter of the time that four channels of the same take. */
function pgm({ width, height, data }: Grey): Uint8Array {
  const head = new TextEncoder().encode(`P5\n${width} ${height}\n255\n`)
  const file = new Uint8Array(head.length + width * height)
  file.set(head)
  file.set(data.subarray(0, width * height), head.length)
  return file
}

function areaOf({ position }: ReadResult): Area {
  const corners = [position.topLeft, position.topRight, position.bottomLeft, position.bottomRight]
  const x = Math.min(...corners.map(corner => corner.x))
  const y = Math.min(...corners.map(corner => corner.y))
  return { x, y, width: Math.max(...corners.map(corner => corner.x)) - x, height: Math.max(...corners.map(corner => corner.y)) - y }
}

/** Codes of these formats (all, where the list is empty) in an image, and damaged ones that zxing saw but could not make sense of. */
export async function readImage(image: Grey, formats: readonly BarcodeFormat[], effort: Effort): Promise<Found[]> {
  const results = await readBarcodes(pgm(image), { ...efforts[effort], formats: [...formats] })
  return results
    .filter(result => (result.isValid ? result.text !== '' : result.format !== 'None'))
    .map(result => ({ format: result.format, value: result.text, sound: result.isValid, area: areaOf(result) }))
}

/** An area of a page's part as inches from the page's top-left, to a thousandth. */
export function inchesOf(area: Area, offset: { x: number; y: number }, dpi: number): Box {
  const inches = (pixels: number) => Math.round((pixels / dpi) * 1000) / 1000
  return { x: inches(area.x + offset.x), y: inches(area.y + offset.y), width: inches(area.width), height: inches(area.height) }
}
