import type { PagePicture, PageVideo } from '#core/page'
import type { Captured } from '#shared/capture/types'
import {
  isListOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orMissing,
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
const isPdf: Is<NonNullable<Captured['pdf']>> = isShape<NonNullable<Captured['pdf']>>({
  hash: isText,
  pages: orNull(isNumber),
  pictureId: orNull(isText),
})
/** As it is stored: what was captured by older releases says nothing of PDFs. */
type Stored = Omit<Captured, 'pdf'> & { pdf?: Captured['pdf'] }
const isCaptured: Is<Stored> = isShape<Stored>({
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
  pdf: orMissing(orNull(isPdf)),
  feeds: isListOf(isShape<Captured['feeds'][number]>({ url: isText, title: orNull(isText) })),
})

/** What was captured, as its row holds it. */
export const readCaptured = (json: string): Captured => ({ pdf: null, ...readJson(json, isCaptured) })
