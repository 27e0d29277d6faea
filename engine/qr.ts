import bwipjs from 'bwip-js/node'

/** A QR code (ISO/IEC 18004) of a text, as an SVG picture. */
export const qrSvg = (text: string): string => bwipjs.toSVG({ bcid: 'qrcode', text, scale: 4, paddingwidth: 4, paddingheight: 4 })
