import * as yup from 'yup'
import * as words from '#shared/words'
import { listOf } from '#shared/platform/lists'
import { name } from '#shared/platform/schemaParts'
import { PERSONAL_SCOPES } from './types'

/** Characters of a code, however it is written. */
const CODE = 40

export const pairSchema = yup.object({
  code: yup.string().trim().required(words.fields.codeMissing).max(CODE, words.fields.tooLong(CODE)),
  /** What the browser calls itself. */
  name,
})

/** Days for which a token is good, at most. */
const MOST_DAYS = 365

export const personalTokenSchema = yup.object({
  name,
  scopes: listOf(yup.string().oneOf(PERSONAL_SCOPES).required(), PERSONAL_SCOPES.length, words.fields.noSuch)
    .min(1, words.tokens.scopeMissing)
    .required(),
  days: yup
    .number()
    .typeError(words.fields.between(1, MOST_DAYS))
    .integer(words.fields.between(1, MOST_DAYS))
    .min(1, words.fields.between(1, MOST_DAYS))
    .max(MOST_DAYS, words.fields.between(1, MOST_DAYS))
    .default(90),
})
