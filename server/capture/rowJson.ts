import type { PagePicture, PageVideo } from '#core/page'
import type { Captured } from '#shared/capture/types'
import {
  isListOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orNull,
  readJson,
  type Is,
} from '#shared/platform/json'

const isPicture: Is<PagePicture> = isShape<PagePicture>({
  url: isText,
  width: orNull(isNumber),
  height: orNull(isNumber),
  description: orNull(isText),
})
const isVideo: Is<PageVideo> = isShape<PageVideo>({
  url: isText,
  seconds: orNull(isNumber),
  still: orNull(isText),
})
const isCaptured: Is<Captured> = isShape<Captured>({
  url: orNull(isText),
  title: isText,
  description: isText,
  author: orNull(isText),
  site: orNull(isText),
  language: orNull(isText),
  publishedAt: orNull(isText),
  words: isText,
  text: isText,
  textFrom: orNull(isOneOf('browser', 'server')),
  pictures: isListOf(isPicture),
  pictureUrl: orNull(isText),
  video: orNull(isVideo),
  feeds: isListOf(isShape<Captured['feeds'][number]>({ url: isText, title: orNull(isText) })),
})

/** What was captured, as its row holds it. */
export const readCaptured = (json: string): Captured => readJson(json, isCaptured)
