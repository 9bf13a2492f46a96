import type { Crop, NetworkRules } from './types'

/** A point of a picture, 0 to 1 from its left and its top: what must stay in sight. */
export interface Focus {
  x: number
  y: number
}

const CENTRE: Focus = { x: 0.5, y: 0.5 }
/** Ratios this near are one: networks round, and so do cameras. */
const SLACK = 0.01

/** Whether a network shows a picture of this shape whole. Ratio = width / height. */
export const isInShape = (size: { width: number; height: number }, media: NetworkRules['media']): boolean => {
  const ratio = size.width / size.height
  return ratio >= media.ratioFrom * (1 - SLACK) && ratio <= media.ratioTo * (1 + SLACK)
}

/** Shapes that pictures are usually cut to, the tallest first; names and ratios are common practice. */
const SHAPES = [
  { name: 'tall', ratio: 9 / 16 },
  { name: 'portrait', ratio: 4 / 5 },
  { name: 'square', ratio: 1 },
  { name: 'photo', ratio: 3 / 2 },
  { name: 'wide', ratio: 16 / 9 },
] as const

export type ShapeName = (typeof SHAPES)[number]['name']

/** The usual shapes that a network shows whole. */
export const shapesFor = (media: NetworkRules['media']): { name: ShapeName; ratio: number }[] =>
  SHAPES.filter(({ ratio }) => isInShape({ width: ratio, height: 1 }, media))

/**
 * The largest part of a picture, in its pixels, that has a shape the network shows, as near round the focus
 * as the edges let it.
 */
export function cropFor(
  size: { width: number; height: number },
  media: NetworkRules['media'],
  focus: Focus = CENTRE,
): Crop {
  const ratio = Math.min(media.ratioTo, Math.max(media.ratioFrom, size.width / size.height))
  return cropToRatio(size, ratio, focus)
}

/** The largest part of a picture with one ratio of width to height. */
export function cropToRatio(
  size: { width: number; height: number },
  ratio: number,
  focus: Focus = CENTRE,
): Crop {
  const width = Math.max(1, Math.min(size.width, Math.round(size.height * ratio)))
  const height = Math.max(1, Math.min(size.height, Math.round(size.width / ratio)))
  return { x: startOf(size.width, width, focus.x), y: startOf(size.height, height, focus.y), width, height }
}

const startOf = (whole: number, part: number, focus: number): number =>
  Math.round(Math.min(whole - part, Math.max(0, focus * whole - part / 2)))
