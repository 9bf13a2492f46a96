import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { day, id, nullableUuid, version } from '#shared/platform/schemaParts'

const labels = words.fields
const MOST_ACCOUNTS = 100
const MOST_TIMES = 1_000
export const MOST_REST_DAYS = 730

const restDays = yup
  .number()
  .integer(labels.between(0, MOST_REST_DAYS))
  .min(0, labels.between(0, MOST_REST_DAYS))
  .max(MOST_REST_DAYS, labels.between(0, MOST_REST_DAYS))
  .required(labels.between(0, MOST_REST_DAYS))
  .typeError(labels.between(0, MOST_REST_DAYS))

/** On which accounts a post comes round, how long it rests, and until when. */
export const evergreenSchema = yup.object({
  accountIds: listOf(id, MOST_ACCOUNTS, labels.noSuch).default([]),
  minDays: restDays,
  /** The last day, by the brand's clock; null for none. */
  until: day.nullable().default(null),
  times: yup
    .number()
    .integer(labels.between(1, MOST_TIMES))
    .min(1, labels.between(1, MOST_TIMES))
    .max(MOST_TIMES, labels.between(1, MOST_TIMES))
    .typeError(labels.between(1, MOST_TIMES))
    .nullable()
    .default(null),
  version,
})

export const evergreenStateSchema = yup.object({
  state: yup
    .string()
    .oneOf(['in-turn', 'resting', 'retired'] as const)
    .required(),
  postIds: listOf(id, 500, labels.noSuch).min(1, labels.noSuch).required(),
})

const MOST_ITEMS = 100

/** Own articles that are to come round, each in its wordings. */
export const ownItemsSchema = yup.object({
  accountIds: listOf(id, MOST_ACCOUNTS, labels.noSuch).min(1, labels.noSuch).required(),
  minDays: restDays,
  items: listOf(
    yup.object({
      articleId: id,
      pillarId: nullableUuid,
      texts: listOf(
        yup.string().trim().required().max(LIMITS.postText, labels.tooLong(LIMITS.postText)),
        LIMITS.wordings,
        labels.tooManyWordings(LIMITS.wordings),
      )
        .min(1, labels.noSuch)
        .required(),
    }),
    MOST_ITEMS,
    labels.noSuch,
  )
    .min(1, labels.noSuch)
    .required(),
})

export const passOverSchema = yup.object({
  articleIds: listOf(id, MOST_ITEMS, labels.noSuch).min(1, labels.noSuch).required(),
})
