import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { id, text } from '#shared/platform/schemaParts'

const labels = words.fields

export const clippingSchema = yup.object({
  note: yup.string().trim().default('').max(2000, labels.tooLong(2000)),
  folder: yup.string().trim().max(LIMITS.name, labels.tooLong(LIMITS.name)).nullable().default(null),
  version: yup.number().integer().required(),
})

export const shelvedSchema = yup.object({ shelved: yup.boolean().required() })

export const doneSchema = yup.object({ done: yup.boolean().required() })

export const quoteSchema = yup.object({
  articleId: id,
  quote: text(LIMITS.quote).required(labels.quoteMissing),
})
