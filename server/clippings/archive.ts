import type { PageVideo } from '#core/page/types'
import { isListOf, isNumber, isObject, isShape, orNull, readJson } from '#shared/platform/json'
import {
  ADDRESS,
  archived,
  BRAND,
  isWebAddress,
  ID,
  json,
  left,
  looseRowOf,
  oneOf,
  PERSON,
  rowOf,
  type Archived,
} from '#server/platform/archive/kinds'
import { CLIPPING_CONTENTS, CLIPPING_FOLDERS, CLIPPING_PICTURES, CLIPPINGS } from './rows'

const isVideo = isShape<PageVideo>({
  url: isWebAddress,
  seconds: orNull(isNumber),
  still: orNull(isWebAddress),
})
const OF_CLIPPINGS = 'clipping_id IN (SELECT id FROM clippings WHERE brand_id = @brand)'

export const clippingsArchived: Archived[] = [
  archived(CLIPPING_FOLDERS, { kinds: { id: ID, brand_id: BRAND } }),
  archived(CLIPPINGS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      article_id: looseRowOf('articles'),
      kind: oneOf('article', 'page', 'quote', 'picture', 'video', 'pdf', 'words'),
      created_by: PERSON,
      folder_id: looseRowOf('clipping_folders'),
    },
  }),
  archived(CLIPPING_CONTENTS, {
    key: ['clipping_id'],
    kinds: {
      clipping_id: rowOf('clippings'),
      brand_id: BRAND,
      url: ADDRESS,
      picture_url: ADDRESS,
      pictures_json: json((text) => readJson(text, isListOf(isObject))),
      video_json: json((text) => readJson(text, isVideo)),
    },
  }),
  archived(CLIPPING_PICTURES, {
    key: ['clipping_id'],
    which: `${OF_CLIPPINGS} AND picture_id IS NOT NULL`,
    kinds: {
      clipping_id: rowOf('clippings'),
      picture_id: rowOf('pictures'),
      tries: left(0),
      next_try_at: left(null),
    },
  }),
]
