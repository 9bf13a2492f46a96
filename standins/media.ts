import sharp from 'sharp'
import type { Ask } from './http'
import type { NetworkAccount, NetworkTakes } from './networks'

/** A picture that was handed to a network. */
export interface NetworkPicture {
  id: string
  accountId: string
  bytes: Buffer
  type: string
  width: number
  height: number
  alt: string
  /** What is to stay in sight, as it was said; null where nothing was. */
  focus: string | null
  /** Whether anything of a camera or a place is left in it. */
  hasMetadata: boolean
}

/** Reads the file out of a form (RFC 7578); what is no picture by its content is named. */
export async function readUpload(
  ask: Ask,
  id: string,
  account: NetworkAccount,
): Promise<NetworkPicture | { message: string }> {
  try {
    const form = await new Response(new Uint8Array(ask.bytes), {
      headers: { 'content-type': ask.headers['content-type'] ?? '' },
    }).formData()
    const file = form.get('file')
    if (!(file instanceof Blob)) return { message: 'There is no file in this form.' }
    const bytes = Buffer.from(await file.arrayBuffer())
    const { width, height, format, exif, icc, xmp } = await sharp(bytes).metadata()
    const hasMetadata = exif !== undefined || xmp !== undefined || icc !== undefined
    return {
      id,
      accountId: account.id,
      bytes,
      type: `image/${format}`,
      width,
      height,
      alt: String(form.get('description') ?? ''),
      focus: form.get('focus') === null ? null : String(form.get('focus')),
      hasMetadata,
    }
  } catch {
    return { message: 'This file is no picture.' }
  }
}

const SLACK = 0.011

/** Which rule of a network pictures break; null for none. */
export function brokenBy(pictures: NetworkPicture[], { media }: NetworkTakes): string | null {
  if (pictures.length < media.min) return 'A post here needs a picture.'
  if (pictures.length > media.max) return `At most ${media.max} pictures are allowed.`
  for (const { width, height, bytes } of pictures) {
    const ratio = width / height
    // Networks that need a picture show it in one shape; the others cut what they are given.
    if (media.min > 0 && (ratio < media.ratioFrom * (1 - SLACK) || ratio > media.ratioTo * (1 + SLACK)))
      return `This picture is ${width} by ${height}; that shape is not shown here.`
    if (bytes.length > media.maxBytes)
      return `This picture has ${bytes.length} bytes; ${media.maxBytes} are allowed.`
  }
  return null
}
