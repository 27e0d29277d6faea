import sharp from 'sharp'

let profile: Promise<Buffer> | undefined

/** sRGB as an ICC profile of half a kilobyte (ISO 15076-1, version 4.2), as libvips has it. */
export const srgbProfile = (): Promise<Buffer> =>
  (profile ??= sharp({ create: { width: 1, height: 1, channels: 3, background: 'white' } })
    .withIccProfile('srgb')
    .png()
    .toBuffer()
    .then(async image => (await sharp(image).metadata()).icc!))
