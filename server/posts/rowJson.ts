import type { Crop, Focus, LinkPlace } from '#core/post'
import {
  isListOf,
  isMapOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orMissing,
  orNull,
  readJson,
  type Is,
} from '#shared/platform/json'
import type { LinkPreview, Writing } from '#shared/posts/types'
import { isObject } from '#shared/platform/json'

// What posts, deliveries and a brand's writing hold as JSON.

/**
 * What a delivery holds: exactly what goes out. Pictures by their id, which never change; the part shown is
 * cut out as they are sent.
 */
export interface DeliveryPayload {
  text: string
  language?: string | null
  link?: {
    url: string
    place: LinkPlace
    title: string | null
    description?: string | null
    label?: string | null
  } | null
  pictures?: { id: string; crop: Crop | null; description: string | null; focus?: Focus }[]
  board?: string | null
  audience?: string | null
}

const isCrop: Is<Crop> = isShape<Crop>({ x: isNumber, y: isNumber, width: isNumber, height: isNumber })

const isPayload: Is<DeliveryPayload> = isShape<DeliveryPayload>({
  text: isText,
  language: orMissing(orNull(isText)),
  link: orMissing(
    orNull(
      isShape<NonNullable<DeliveryPayload['link']>>({
        url: isText,
        place: isOneOf('in-text', 'attached', 'reply', 'button', 'none'),
        title: orNull(isText),
        description: orMissing(orNull(isText)),
        label: orMissing(orNull(isText)),
      }),
    ),
  ),
  pictures: orMissing(
    isListOf(
      isShape<NonNullable<DeliveryPayload['pictures']>[number]>({
        id: isText,
        crop: orNull(isCrop),
        description: orNull(isText),
        focus: orMissing(isShape<{ x: number; y: number }>({ x: isNumber, y: isNumber })),
      }),
    ),
  ),
  board: orMissing(orNull(isText)),
  audience: orMissing(orNull(isText)),
})

const isCard: Is<NonNullable<LinkPreview['card']>> = isShape<NonNullable<LinkPreview['card']>>({
  title: isText,
  description: isText,
  image: orNull(isText),
})

/** A post as a delivery froze it. */
export const readPayload = ({ frozen_json }: { frozen_json: string }): DeliveryPayload =>
  readJson(frozen_json, isPayload)
export const readCrops = (json: string): Record<string, Crop> => readJson(json, isMapOf(isCrop))
export const readCard = (json: string | null): LinkPreview['card'] =>
  json === null ? null : readJson(json, isCard)
/** What a brand has said of its writing; nothing where it has said nothing yet. */
export const readWriting = (json: string | null): Partial<Writing> =>
  json === null ? {} : readJson(json, (value): value is Partial<Writing> => isObject(value))
