import * as yup from 'yup'
import { LIMITS } from '#shared/platform/limits'
import { id, nullableUuid, text, version, written } from '#shared/platform/schemaParts'
import * as words from '#shared/words'
import { DRAFT_LANGUAGES, DRAFT_WISHES, DRAFT_WRITERS } from './types'

const labels = words.fields
const { drafting } = LIMITS

const whole = (least: number, greatest: number) =>
  yup
    .number()
    .typeError(labels.between(least, greatest))
    .integer(labels.between(least, greatest))
    .min(least, labels.between(least, greatest))
    .max(greatest, labels.between(least, greatest))
    .required(labels.between(least, greatest))

// A form's choice of none is an empty text.
const language = yup
  .string()
  .transform((value: string | null) => value || null)
  .oneOf(DRAFT_LANGUAGES, labels.noSuch)
  .nullable()
  .default(null)

/** A brand's model. Address and key left empty stay as they are. */
export const modelSchema = yup.object({
  address: text(LIMITS.address).default(''),
  key: text(drafting.key).default(''),
  model: text(LIMITS.name).required(words.drafting.modelMissing),
  language,
  freedom: whole(0, 100),
  answerTokens: whole(drafting.least.answerTokens, drafting.most.answerTokens),
  monthTokens: whole(drafting.least.monthTokens, drafting.most.monthTokens),
  price: yup
    .number()
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .typeError(labels.between(0, drafting.most.price))
    .min(0, labels.between(0, drafting.most.price))
    .max(drafting.most.price, labels.between(0, drafting.most.price))
    .nullable()
    .default(null),
  currency: text(3)
    .uppercase()
    .matches(/^[A-Z]{3}$/, words.drafting.currencyWrong)
    .default('EUR'),
  version,
})

export const removeModelSchema = yup.object({ version })

const asked = {
  articleId: id,
  postId: nullableUuid,
  wish: yup.string().oneOf(DRAFT_WISHES).required(),
  /** What is to be written again; '' for a new one. */
  text: written(LIMITS.postText).default(''),
  language,
  /** Characters that the strictest account has room for. */
  room: whole(drafting.least.room, LIMITS.postText),
}

export const draftSchema = yup.object({
  ...asked,
  writer: yup.string().oneOf(DRAFT_WRITERS).required(),
  count: whole(1, drafting.most.atOnce).default(1),
})

export const previewSchema = yup.object(asked)

export const chooseSchema = yup.object({ postId: id })
