import sharp from 'sharp'
import { renderSVG } from 'uqr'
import { Slots } from '#server/platform/slots'

/** Modules of light about it (ISO/IEC 18004: four). */
const BORDER = 4
const PIXELS = 1024

/** An address as a QR code (ISO/IEC 18004, level M), as SVG. */
export const qrSvg = (address: string): string =>
  renderSVG(address, { ecc: 'M', border: BORDER, pixelSize: 10 })

/** One at a time: drawing takes a moment, and anybody may ask. */
const drawing = new Slots(1, 20)

/** The same as PNG, large enough for paper. */
export const qrPicture = (address: string): Promise<Buffer> =>
  drawing.run(() =>
    sharp(Buffer.from(qrSvg(address)))
      .resize(PIXELS, PIXELS, { kernel: 'nearest' })
      .png()
      .toBuffer(),
  )
