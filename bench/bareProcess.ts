import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import sharp from 'sharp'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'

// The bare engines: decode with sharp, one pass of zxing over the whole page in its fast mode. Nothing of ours.
const wasm = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'))
prepareZXingModule({ overrides: { wasmBinary: wasm.buffer.slice(wasm.byteOffset, wasm.byteOffset + wasm.byteLength) } })

process.on('message', (file: string) => {
  void (async () => {
    const { data, info } = await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    const image = { data: new Uint8ClampedArray(data), width: info.width, height: info.height, colorSpace: 'srgb' as const }
    const codes = await readBarcodes(image, {
      formats: ['Code128'],
      tryHarder: false,
      tryRotate: false,
      tryInvert: false,
      tryDownscale: false,
    })
    process.send?.(codes.length)
  })()
})
