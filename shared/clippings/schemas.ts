import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { id, name, nullableUuid, text, UUID, version, written } from '#shared/platform/schemaParts'

const labels = words.fields

export const clippingSchema = yup.object({
  note: yup.string().trim().default('').max(2000, labels.tooLong(2000)),
  folder: yup.string().trim().max(LIMITS.name, labels.tooLong(LIMITS.name)).nullable().default(null),
  title: written(300).nullable().default(null),
  text: written(LIMITS.clippingText).nullable().default(null),
  quote: written(LIMITS.quote).nullable().default(null),
  version,
})

export const severalClippingsSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce, labels.tooManyAtOnce(LIMITS.atOnce)).min(1, labels.noSuch).required(),
  folderId: yup.string().matches(UUID, labels.noSuch).nullable().optional(),
  done: yup.boolean().optional(),
  shelved: yup.boolean().optional(),
})

export const clippingFolderSchema = yup.object({ name })
export const clippingFolderEditSchema = yup.object({ name, version })

const column = yup.number().integer().min(0).max(LIMITS.listColumns).nullable().default(null)

/** A list of what was saved elsewhere: the file's text and, of a table, which column is what. */
export const savedListSchema = yup.object({
  name: yup.string().trim().max(200, labels.tooLong(200)).default(''),
  text: yup
    .string()
    .required(labels.noFile)
    .max(LIMITS.listCharacters, labels.tooLong(LIMITS.listCharacters)),
  columns: yup
    .object({ url: column, title: column, note: column, tags: column, folder: column, addedAt: column })
    .nullable()
    .default(null),
  shelved: yup.boolean().default(false),
})

export const shelvedSchema = yup.object({ shelved: yup.boolean().required() })

export const doneSchema = yup.object({ done: yup.boolean().required() })

/** Words of an article, or of a clipping that holds its own text. */
export const quoteSchema = yup.object({
  articleId: nullableUuid,
  clippingId: nullableUuid,
  quote: text(LIMITS.quote).required(labels.quoteMissing),
})
