import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { prepareZXingModule, readBarcodes, type ReaderOptions, type ReadResult } from 'zxing-wasm/reader'
import type { Area, Grey } from '../../core/raster/image'
import type { BarcodeFormat } from '../../core/model/barcodeFormats'
import type { Box } from '../../core/model/zone'

const wasm = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'))
prepareZXingModule({ overrides: { wasmBinary: wasm.buffer.slice(wasm.byteOffset, wasm.byteOffset + wasm.byteLength) as ArrayBuffer } })

const fast: ReaderOptions = { tryHarder: false, tryRotate: false, tryInvert: false, tryDownscale: false, maxNumberOfSymbols: 8 }
const hard: ReaderOptions = { tryHarder: true, tryRotate: true, tryInvert: true, tryDownscale: true, maxNumberOfSymbols: 8, returnErrors: true }
const efforts = {
  fast, hard,
  /** Gaps and dents in the modules are closed first. */
  mended: { ...hard, tryDenoise: true },
} satisfies Record<string, ReaderOptions>
export type Effort = keyof typeof efforts

/** What zxing found in an image; boxes in pixels of that image. */
export interface Found { format: string, value: string, sound: boolean, area: Area }

// zxing takes four channels; of one channel given as such it reads almost nothing.
function rgba(image: Grey): ImageData {
  const data = new Uint8ClampedArray(image.data.length * 4)
  for (let at = 0, to = 0; at < image.data.length; at++, to += 4) {
    data[to] = data[to + 1] = data[to + 2] = image.data[at]!
    data[to + 3] = 255
  }
  return { data, width: image.width, height: image.height, colorSpace: 'srgb' }
}

function areaOf({ position }: ReadResult): Area {
  const corners = [position.topLeft, position.topRight, position.bottomLeft, position.bottomRight]
  const x = Math.min(...corners.map(corner => corner.x))
  const y = Math.min(...corners.map(corner => corner.y))
  return { x, y, width: Math.max(...corners.map(corner => corner.x)) - x, height: Math.max(...corners.map(corner => corner.y)) - y }
}

/** Codes of these formats (all, where the list is empty) in an image, and damaged ones that zxing saw but could not make sense of. */
export async function readImage(image: Grey, formats: readonly BarcodeFormat[], effort: Effort): Promise<Found[]> {
  const results = await readBarcodes(rgba(image), { ...efforts[effort], formats: [...formats] })
  return results.filter(result => result.isValid ? result.text !== '' : result.format !== 'None')
    .map(result => ({ format: result.format, value: result.text, sound: result.isValid, area: areaOf(result) }))
}

/** An area of a page's part as inches from the page's top-left, to a thousandth. */
export function inchesOf(area: Area, offset: { x: number, y: number }, dpi: number): Box {
  const inches = (pixels: number) => Math.round(pixels / dpi * 1000) / 1000
  return { x: inches(area.x + offset.x), y: inches(area.y + offset.y), width: inches(area.width), height: inches(area.height) }
}
