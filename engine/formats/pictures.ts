import { copyFile, writeFile } from 'node:fs/promises'
import sharp from 'sharp'
import { decodeImage, encodeJpeg, encodePng } from '../images'
import { writeTiff } from '../tiff'
import { defineFormat } from './format'

const webpQuality = 82

export const tiff = defineFormat('tiff', (path, pages, _, { compression }) => writeTiff(path, pages, compression))

export const jpeg = defineFormat('jpeg', async (path, [page]) => {
  // What is kept as JPEG already loses nothing by going out as it is.
  if (!page!.mono) return copyFile(page!.file, path)
  await writeFile(path, await encodeJpeg(await decodeImage(page!.file, 1), page!.dpi))
})

export const webp = defineFormat('webp', async (path, [page]) => {
  await sharp(page!.file).webp({ quality: webpQuality, lossless: page!.mono }).toFile(path)
})

export const png = defineFormat('png', async (path, [page]) =>
  writeFile(path, await encodePng(await decodeImage(page!.file, 1), page!.dpi)),
)
