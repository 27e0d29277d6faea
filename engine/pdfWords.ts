import { deflateSync } from 'node:zlib'
import type { Word } from '../core/model/evidence'
import type { PdfInternals } from './pdfKit'
import { letterWidth, makeWordsFont } from './wordsFont'

/** Units of the text layer in an inch: whole numbers of them are exact to a fiftieth of a millimetre, and short. */
const unitsAnInch = 720
/** Words stand and are as high as multiples of so many of them: fewer sizes take fewer bytes. */
const heightUnits = 5

/** A string of UTF-16 codes as bytes (ISO 32000-1, 7.3.4.2): those that mean something there, and a line's end, escaped. */
const literal = (text: string) => {
  const bytes = Buffer.from(text, 'utf16le').swap16().toString('latin1')
  return `(${bytes.replace(/[\\()\r]/g, byte => (byte === '\r' ? '\\r' : `\\${byte}`))})`
}

/** Invisible words (text rendering mode 3, ISO 32000-1, 9.3.6), each stretched to its box; bytes as letters. */
export function textLayer(words: readonly Word[], pageHeight: number): string {
  const unit = 72 / unitsAnInch
  const coarse = (value: number) => Math.round(value / heightUnits) * heightUnits
  const lines = [`q ${unit} 0 0 ${unit} 0 0 cm BT 3 Tr`]
  let last = { size: 0, stretch: 0, x: 0, y: 0 }
  for (const word of words.filter(one => one.text !== '')) {
    const size = Math.max(4 * heightUnits, coarse(word.height * unitsAnInch))
    const natural = (word.text.length * letterWidth * size) / 1000
    const next = {
      size,
      stretch: Math.max(1, Math.round(((word.width * unitsAnInch) / natural) * 100)),
      x: Math.round(word.x * unitsAnInch),
      y: coarse(pageHeight / unit - (word.y + word.height * 0.8) * unitsAnInch),
    }
    const font = size === last.size ? '' : `/W ${size} Tf `
    const width = next.stretch === last.stretch ? '' : `${next.stretch} Tz `
    lines.push(`${font}${width}${next.x - last.x} ${next.y - last.y} Td${literal(word.text)}Tj`)
    last = next
  }
  lines.push('ET Q')
  return lines.join('\n')
}

/** The font of the invisible words: codes are UTF-16, every code is the same empty glyph (ISO 32000-1, 9.7.4). */
export function wordsFont(pdf: PdfInternals): unknown {
  const stream = (bytes: Buffer, dictionary: Record<string, unknown> = {}) => {
    const made = pdf.ref({ ...dictionary, Filter: 'FlateDecode' })
    made.end(deflateSync(bytes, { level: 9 }))
    return made
  }
  const plain = (dictionary: Record<string, unknown>) => {
    const made = pdf.ref(dictionary)
    made.end()
    return made
  }
  const file = makeWordsFont()
  // Six letters and a plus name a font that is a subset.
  const name = 'RUBRIC+Words'
  const descriptor = plain({
    Type: 'FontDescriptor',
    FontName: name,
    Flags: 4,
    FontBBox: [0, 0, letterWidth, 1000],
    ItalicAngle: 0,
    Ascent: 800,
    Descent: -200,
    CapHeight: 800,
    StemV: 0,
    FontFile2: stream(file, { Length1: file.length }),
  })
  const glyphOfCode = Buffer.alloc(2 * 65536)
  for (let code = 0; code < 65536; code++) glyphOfCode[2 * code + 1] = 1
  const letters = plain({
    Type: 'Font',
    Subtype: 'CIDFontType2',
    BaseFont: name,
    FontDescriptor: descriptor,
    DW: letterWidth,
    CIDToGIDMap: stream(glyphOfCode),
    CIDSystemInfo: { Registry: Buffer.from('Adobe'), Ordering: Buffer.from('Identity'), Supplement: 0 },
  })
  return plain({
    Type: 'Font',
    Subtype: 'Type0',
    BaseFont: name,
    Encoding: 'Identity-H',
    DescendantFonts: [letters],
    ToUnicode: stream(Buffer.from(toUnicode)),
  })
}

const toUnicode = `/CIDInit /ProcSet findresource begin
12 dict begin
begincmap
/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def
/CMapName /Adobe-Identity-UCS def
/CMapType 2 def
1 begincodespacerange
<0000> <ffff>
endcodespacerange
1 beginbfrange
<0000> <ffff> <0000>
endbfrange
endcmap
CMapName currentdict /CMap defineresource pop
end
end`
