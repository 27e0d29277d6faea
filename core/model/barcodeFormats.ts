/** Barcode formats that a rule may name, as zxing-wasm 3 writes them. */
export const barcodeFormats = [
  'Codabar',
  'Code39',
  'Code39Std',
  'Code39Ext',
  'Code32',
  'PZN',
  'Code93',
  'Code128',
  'ITF',
  'ITF14',
  'DataBar',
  'DataBarOmni',
  'DataBarStk',
  'DataBarStkOmni',
  'DataBarLtd',
  'DataBarExp',
  'DataBarExpStk',
  'EANUPC',
  'EAN13',
  'EAN8',
  'ISBN',
  'UPCA',
  'UPCE',
  'Telepen',
  'TelepenAlpha',
  'TelepenNumeric',
  'DXFilmEdge',
  'PDF417',
  'CompactPDF417',
  'MicroPDF417',
  'Aztec',
  'AztecCode',
  'AztecRune',
  'QRCode',
  'QRCodeModel1',
  'QRCodeModel2',
  'MicroQRCode',
  'RMQRCode',
  'DataMatrix',
  'MaxiCode',
] as const
export type BarcodeFormat = (typeof barcodeFormats)[number]

/** Formats whose names people write otherwise; the rest is written as it is. */
const names: Partial<Record<BarcodeFormat, string>> = {
  Code39: 'Code 39',
  Code39Std: 'Code 39, standard',
  Code39Ext: 'Code 39, extended',
  Code32: 'Code 32',
  Code93: 'Code 93',
  Code128: 'Code 128',
  ITF: 'Interleaved 2 of 5',
  ITF14: 'ITF-14',
  DataBarOmni: 'DataBar, omnidirectional',
  DataBarStk: 'DataBar, stacked',
  DataBarStkOmni: 'DataBar, stacked omnidirectional',
  DataBarLtd: 'DataBar, limited',
  DataBarExp: 'DataBar, expanded',
  DataBarExpStk: 'DataBar, expanded stacked',
  EANUPC: 'EAN or UPC',
  EAN13: 'EAN-13',
  EAN8: 'EAN-8',
  UPCA: 'UPC-A',
  UPCE: 'UPC-E',
  TelepenAlpha: 'Telepen, alpha',
  TelepenNumeric: 'Telepen, numeric',
  DXFilmEdge: 'DX film edge',
  CompactPDF417: 'Compact PDF417',
  AztecCode: 'Aztec Code',
  AztecRune: 'Aztec Rune',
  QRCode: 'QR Code',
  QRCodeModel1: 'QR Code, model 1',
  QRCodeModel2: 'QR Code, model 2',
  MicroQRCode: 'Micro QR Code',
  RMQRCode: 'rMQR Code',
  DataMatrix: 'Data Matrix',
}

/** A format as people write its name. */
export const formatName = (format: string): string => names[format as BarcodeFormat] ?? format

/** Whether a code that was read is of a format that a rule asks for. An empty list asks for all. */
export function formatAllowed(asked: readonly string[], found: { format: string; value: string }): boolean {
  return (
    asked.length === 0 ||
    asked.some(
      format =>
        format === found.format ||
        found.format.startsWith(format) ||
        (format === 'EANUPC' && /^(EAN|UPC|ISBN)/.test(found.format)) ||
        // UPC-A is read as the EAN-13 with a leading 0 that it is (GS1 General Specifications, 5.2.2.4).
        (format === 'UPCA' && found.format === 'EAN13' && found.value.startsWith('0')),
    )
  )
}

const matrixFormats: readonly string[] = [
  'Aztec',
  'AztecCode',
  'AztecRune',
  'QRCode',
  'QRCodeModel1',
  'QRCodeModel2',
  'MicroQRCode',
  'RMQRCode',
  'DataMatrix',
  'MaxiCode',
  'PDF417',
  'CompactPDF417',
  'MicroPDF417',
]

/** Whether a format's symbols are blocks of squares, dots or short bars rather than long bars. */
export const isMatrixFormat = (format: BarcodeFormat): boolean => matrixFormats.includes(format)

/** Whether a format's symbols are low rows of bars, one above the other. */
export const isStackedFormat = (format: BarcodeFormat): boolean => format === 'DataBarStk' || format === 'DataBarExpStk'
