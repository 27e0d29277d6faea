import bwipjs from 'bwip-js/node'

export interface TextStyle {
  size?: number
  font?: string
  weight?: number
  anchor?: 'start' | 'middle' | 'end'
  colour?: string
  italic?: boolean
  spacing?: number
}

export const fonts = { serif: 'Liberation Serif', sans: 'Liberation Sans', typed: 'Courier Prime', hand: 'Breip' } as const

const points = 25.4 / 72
const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)
const number = (value: number) => String(Math.round(value * 1000) / 1000)

/** A page as it is drawn: SVG in millimetres, and every line of text on it for the truth. */
export class Drawing {
  private readonly parts: string[] = []
  readonly texts: string[] = []

  constructor(
    readonly width = 210,
    readonly height = 297,
  ) {}

  /** Size in points, position of the baseline in millimetres. */
  text(x: number, y: number, text: string, style: TextStyle = {}): this {
    const { size = 10, font = fonts.sans, weight = 400, anchor = 'start', colour = '#1c1a18', italic, spacing } = style
    this.parts.push(
      `<text x="${number(x)}" y="${number(y)}" font-family="${font}" font-size="${number(size * points)}" ` +
        `font-weight="${weight}" text-anchor="${anchor}" fill="${colour}"${italic ? ' font-style="italic"' : ''}` +
        `${spacing ? ` letter-spacing="${spacing}"` : ''}>${escaped(text)}</text>`,
    )
    this.texts.push(text)
    return this
  }

  /** Lines of a paragraph, one below the other. */
  lines(x: number, y: number, lines: readonly string[], leading: number, style: TextStyle = {}): this {
    lines.forEach((line, at) => this.text(x, y + at * leading, line, style))
    return this
  }

  rule(x1: number, y1: number, x2: number, y2: number, width = 0.2, colour = '#2a2826'): this {
    this.parts.push(
      `<line x1="${number(x1)}" y1="${number(y1)}" x2="${number(x2)}" y2="${number(y2)}" stroke="${colour}" stroke-width="${width}"/>`,
    )
    return this
  }

  box(x: number, y: number, width: number, height: number, options: { fill?: string; stroke?: string; line?: number } = {}): this {
    const { fill = 'none', stroke = '#2a2826', line = 0.25 } = options
    this.parts.push(
      `<rect x="${number(x)}" y="${number(y)}" width="${number(width)}" height="${number(height)}" fill="${fill}" ` +
        `stroke="${stroke}" stroke-width="${line}"/>`,
    )
    return this
  }

  path(d: string, options: { stroke?: string; line?: number; fill?: string } = {}): this {
    const { stroke = '#1c1a18', line = 0.35, fill = 'none' } = options
    this.parts.push(
      `<path d="${d}" fill="${fill}" stroke="${stroke}" stroke-width="${line}" stroke-linecap="round" stroke-linejoin="round"/>`,
    )
    return this
  }

  /** A barcode in a rectangle of millimetres. */
  barcode(kind: 'code128' | 'qrcode', value: string, x: number, y: number, width: number, height: number): this {
    const svg = bwipjs.toSVG({ bcid: kind, text: value, scale: 2, height: 12, paddingwidth: 0, paddingheight: 0 })
    const view = /viewBox="([^"]+)"/.exec(svg)![1]!
    const inner = svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>\s*$/, '')
    this.parts.push(
      `<svg x="${number(x)}" y="${number(y)}" width="${number(width)}" height="${number(height)}" viewBox="${view}" ` +
        `preserveAspectRatio="none">${inner}</svg>`,
    )
    return this
  }

  /** A picture that covers all of it. */
  picture(bytes: Buffer, mediaType: 'image/png'): this {
    this.parts.push(
      `<image width="${number(this.width)}" height="${number(this.height)}" preserveAspectRatio="none" ` +
        `href="data:${mediaType};base64,${bytes.toString('base64')}"/>`,
    )
    return this
  }

  /** Another drawing on top, turned around a point and shifted. */
  place(other: Drawing, x: number, y: number, degrees: number): this {
    this.parts.push(`<g transform="translate(${number(x)} ${number(y)}) rotate(${number(degrees)})">${other.content}</g>`)
    this.texts.push(...other.texts)
    return this
  }

  /** Only what lies inside a rectangle of another drawing, placed where it would stand. */
  placeClipped(other: Drawing, x: number, y: number, degrees: number, clip: string): this {
    const id = `clip${this.parts.length}`
    this.parts.push(
      `<clipPath id="${id}"><path d="${clip}"/></clipPath><g transform="translate(${number(x)} ${number(y)}) ` +
        `rotate(${number(degrees)})"><g clip-path="url(#${id})">${other.content}</g></g>`,
    )
    return this
  }

  get content(): string {
    return this.parts.join('')
  }
}
