import sharp from 'sharp'

/** A letter's page with these lines, in grey; without any it is blank. */
export function smallPage(lines: readonly string[], dpi: number): Promise<Buffer> {
  const [width, height] = [Math.round(8.5 * dpi), 11 * dpi]
  const text = lines.map((line, at) => `<text x="${0.9 * dpi}" y="${(2 + at / 2) * dpi}" font-size="${0.24 * dpi}">${line}</text>`)
  const paper = `<rect width="${width}" height="${height}" fill="#fff"/>`
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${paper}${text.join('')}</svg>`
  return sharp(Buffer.from(svg)).toColourspace('b-w').jpeg({ quality: 80 }).toBuffer()
}
