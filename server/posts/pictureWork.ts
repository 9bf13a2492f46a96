import type { Message } from '#core/message'
import { note } from '#shared/messages'
import type { Metadata, Sharp, SharpOptions } from 'sharp'
import type { Crop } from '#core/post'
import { LIMITS } from '#shared/platform/limits'
import { problem } from '#server/platform/http/problem'
import { Slots } from '#server/platform/slots'

/** Loaded with the first picture: a server that handles none need not carry it. */
const picturing = async () => {
  const sharp = (await import('sharp')).default
  // One picture of 40 megapixels takes 160 MB for a moment; nothing of it is kept, and it takes one core.
  sharp.cache(false)
  sharp.concurrency(1)
  return sharp
}

/**
 * Pictures from outside are taken apart one at a time, since each may need much memory for a moment; those we
 * keep, which are small, have room of their own, so that nobody's upload makes a list or a post wait.
 */
const taking = new Slots(1, 40)
const showing = new Slots(2, 1_000)

export interface ReadPicture {
  content: Buffer
  width: number
  height: number
  type: 'image/jpeg' | 'image/png'
  /** What was done to it, as a sentence; null for nothing worth saying. */
  message: Message[]
}

const KNOWN = new Set(['jpeg', 'png', 'webp', 'gif', 'heif', 'avif', 'tiff'])
const MEGA = 1_000_000

/**
 * Reads a picture from outside by its content: turned upright, metadata off, no larger than it may be shown
 * anywhere, as JPEG (or PNG where it is see-through). Throws a refusal for what is no picture, carries
 * script, is damaged, or has more pixels than are taken.
 */
export const readPicture = (bytes: Uint8Array): Promise<ReadPicture> => taking.run(() => readNow(bytes))

async function readNow(bytes: Uint8Array): Promise<ReadPicture> {
  if (bytes.length > LIMITS.uploadBytes)
    throw problem('pictureTooHeavy', Math.round(LIMITS.uploadBytes / MEGA))
  if (isDrawing(Buffer.from(bytes.subarray(0, HEAD_BYTES)).toString('utf8'))) throw problem('pictureSvg')
  const sharp = await picturing()
  const source = (options: SharpOptions = {}): Sharp =>
    sharp(bytes, { failOn: 'error', limitInputPixels: LIMITS.picturePixels, ...options })
  if (bytes.length === 0) throw problem('noPicture')
  const facts = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null)
  if (!facts?.format || !KNOWN.has(facts.format) || !facts.width || !facts.height) throw problem('noPicture')
  const pixels = facts.width * (facts.pageHeight ?? facts.height)
  if (pixels > LIMITS.picturePixels)
    throw problem('pictureTooLarge', Math.round(pixels / MEGA), LIMITS.picturePixels / MEGA)
  try {
    const upright = source()
      .autoOrient()
      .resize(LIMITS.pictureSide, LIMITS.pictureSide, { fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb')
    const isSeeThrough = facts.hasAlpha && !(await source().stats()).isOpaque
    const { data, info } = await (
      isSeeThrough ? upright.png() : upright.jpeg({ quality: 90, mozjpeg: false })
    ).toBuffer({ resolveWithObject: true })
    const isSmaller = info.width * info.height < pixels * 0.99
    return {
      content: data,
      width: info.width,
      height: info.height,
      type: isSeeThrough ? 'image/png' : 'image/jpeg',
      message: saying(facts, isSmaller, info),
    }
  } catch {
    throw problem('pictureBroken')
  }
}

/**
 * A picture that was kept by this product before, as it is: its bytes stay. Null for what is none that it
 * keeps, or is damaged.
 */
export const checkPicture = (given: Uint8Array): Promise<KeptPicture | null> =>
  taking.run(async () => {
    try {
      const content = Buffer.from(given)
      const sharp = await picturing()
      const limits: SharpOptions = { failOn: 'error', limitInputPixels: LIMITS.picturePixels }
      const { format, width, height } = await sharp(content, limits).metadata()
      if (format !== 'jpeg' && format !== 'png') return null
      // Only who unpacks it knows whether it is whole.
      await sharp(content, limits).resize(16, 16, { fit: 'inside' }).raw().toBuffer()
      return { content, width, height, bytes: content.length, type: `image/${format}` }
    } catch {
      return null
    }
  })

/** A picture as it is kept. */
export interface KeptPicture {
  content: Buffer
  width: number
  height: number
  bytes: number
  type: string
}

/** Bytes in which a drawing shows that it is one. */
const HEAD_BYTES = 4096
/** What may stand before the element of a drawing, and where it ends. */
const BEFORE = [
  ['<?xml', '?>'],
  ['<!--', '-->'],
  ['<!doctype', '>'],
] as const

/** Whether a text begins as SVG does: declaration, comments and doctype are stepped over, once. */
export function isDrawing(head: string): boolean {
  const text = head.toLowerCase()
  for (let at = text.startsWith('\uFEFF') ? 1 : 0; ;) {
    at = firstSign(text, at)
    const known = BEFORE.find(([opening]) => text.startsWith(opening, at))
    if (!known) return text.startsWith('<svg', at)
    const end = text.indexOf(known[1], at + known[0].length)
    // Not closed in what was looked at: no picture begins so.
    if (end < 0) return true
    at = end + known[1].length
  }
}

function firstSign(text: string, from: number): number {
  let at = from
  while (at < text.length && text[at]!.trim() === '') at++
  return at
}

function saying(facts: Metadata, isSmaller: boolean, info: { width: number; height: number }): Message[] {
  return [
    ...((facts.pages ?? 1) > 1 ? [note('picture.first-frame')] : []),
    ...(isSmaller ? [note('picture.smaller', { width: info.width, height: info.height })] : []),
  ]
}

const QUALITIES = [88, 78, 66, 54, 42]

/**
 * A picture as it goes out: the part shown cut out, and, where a network limits bytes, compressed until it
 * suits.
 */
export const renderPicture = (content: Buffer, want: Wanted): Promise<Rendered> =>
  showing.run(() => renderNow(content, want))

interface Wanted {
  crop: Crop | null
  maxBytes: number
}
interface Rendered {
  content: Buffer
  type: string
  width: number
  height: number
}

async function renderNow(content: Buffer, want: Wanted): Promise<Rendered> {
  const whole = (await picturing())(content)
  const { format, ...size } = await whole.metadata()
  const crop = want.crop && within(want.crop, size)
  const cut = crop
    ? whole.extract({ left: crop.x, top: crop.y, width: crop.width, height: crop.height })
    : whole
  const isPng = format === 'png'
  let made = await (isPng ? cut.clone().png() : cut.clone().jpeg({ quality: 90 })).toBuffer({
    resolveWithObject: true,
  })
  let type = isPng ? 'image/png' : 'image/jpeg'
  for (const quality of want.maxBytes > 0 ? QUALITIES : []) {
    if (made.data.length <= want.maxBytes) break
    made = await cut
      .clone()
      .flatten({ background: '#fff' })
      .jpeg({ quality })
      .toBuffer({ resolveWithObject: true })
    type = 'image/jpeg'
  }
  return { content: made.data, type, width: made.info.width, height: made.info.height }
}

/** As much of a crop as lies in the picture; null, for the whole, where none of it does. */
function within(crop: Crop, size: { width: number; height: number }): Crop | null {
  const width = Math.min(crop.width, size.width - crop.x)
  const height = Math.min(crop.height, size.height - crop.y)
  return width < 1 || height < 1 ? null : { ...crop, width, height }
}

/** A small picture for lists and proofs. */
export const smallPicture = (content: Buffer, width: number): Promise<Buffer> =>
  showing.run(async () =>
    (await picturing())(content).resize(width, undefined, { withoutEnlargement: true }).toBuffer(),
  )
