import * as yup from 'yup'
import * as words from '#shared/words'
import { name } from '#shared/platform/schemaParts'

/** Characters of a code, however it is written. */
const CODE = 40

export const pairSchema = yup.object({
  code: yup.string().trim().required(words.fields.codeMissing).max(CODE, words.fields.tooLong(CODE)),
  /** What the browser calls itself. */
  name,
})
