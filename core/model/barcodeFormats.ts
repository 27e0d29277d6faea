/** Barcode formats that a rule may name, as zxing-wasm 3 writes them. */
export const barcodeFormats = [
  'Codabar', 'Code39', 'Code39Std', 'Code39Ext', 'Code32', 'PZN', 'Code93', 'Code128', 'ITF', 'ITF14',
  'DataBar', 'DataBarOmni', 'DataBarStk', 'DataBarStkOmni', 'DataBarLtd', 'DataBarExp', 'DataBarExpStk',
  'EANUPC', 'EAN13', 'EAN8', 'ISBN', 'UPCA', 'UPCE', 'Telepen', 'TelepenAlpha', 'TelepenNumeric', 'DXFilmEdge',
  'PDF417', 'CompactPDF417', 'MicroPDF417', 'Aztec', 'AztecCode', 'AztecRune',
  'QRCode', 'QRCodeModel1', 'QRCodeModel2', 'MicroQRCode', 'RMQRCode', 'DataMatrix', 'MaxiCode',
] as const
export type BarcodeFormat = typeof barcodeFormats[number]

/** Whether a code that was read is of a format that a rule asks for. An empty list asks for all. */
export function formatAllowed(asked: readonly string[], found: { format: string, value: string }): boolean {
  return asked.length === 0 || asked.some(format =>
    format === found.format
    || found.format.startsWith(format)
    || (format === 'EANUPC' && /^(EAN|UPC|ISBN)/.test(found.format))
    // UPC-A is read as the EAN-13 with a leading 0 that it is (GS1 General Specifications, 5.2.2.4).
    || (format === 'UPCA' && found.format === 'EAN13' && found.value.startsWith('0')))
}

const matrixFormats: readonly string[] = ['Aztec', 'AztecCode', 'AztecRune', 'QRCode', 'QRCodeModel1', 'QRCodeModel2', 'MicroQRCode', 'RMQRCode', 'DataMatrix', 'MaxiCode', 'PDF417', 'CompactPDF417', 'MicroPDF417']

/** Whether a format's symbols are blocks of squares, dots or short bars rather than long bars. */
export const isMatrixFormat = (format: BarcodeFormat): boolean => matrixFormats.includes(format)

/** Whether a format's symbols are low rows of bars, one above the other. */
export const isStackedFormat = (format: BarcodeFormat): boolean => format === 'DataBarStk' || format === 'DataBarExpStk'
