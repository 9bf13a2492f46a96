import * as yup from 'yup'
import * as words from '#shared/words'
import { POST_FIELDS, type PostCells, type PostColumns, type PostField } from '#core/formats/postFields'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { id, version, written } from '#shared/platform/schemaParts'

const labels = words.fields
const MOST_NAME = 200
const fileName = yup.string().trim().required().max(MOST_NAME, labels.tooLong(MOST_NAME))

/** Pictures that came along, by the names the file calls them. */
const pictures = listOf(
  yup.object({ name: fileName, id }),
  LIMITS.batchPictures,
  labels.tooManyAtOnce(LIMITS.batchPictures),
).default([])

export const batchSchema = yup.object({
  name: yup.string().trim().max(MOST_NAME, labels.tooLong(MOST_NAME)).default(''),
  text: yup
    .string()
    .required(labels.noFile)
    .max(LIMITS.listCharacters, labels.tooLong(LIMITS.listCharacters)),
  pictures,
})

export const batchPicturesSchema = yup.object({ pictures })

const isFields = (value: unknown, isGood: (one: unknown) => boolean): boolean =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.entries(value).every(([name, one]) => POST_FIELDS.includes(name as PostField) && isGood(one))

const isColumn = (value: unknown): boolean =>
  Number.isInteger(value) && Number(value) >= 0 && Number(value) <= LIMITS.listColumns
const isCell = (value: unknown): boolean => typeof value === 'string' && value.length <= LIMITS.postText + 1

/** How a file is read: which column is what, which number of a date is the day, what stands for all. */
export const batchReadingSchema = yup.object({
  columns: yup
    .mixed<PostColumns>()
    .required()
    .test('columns', labels.noSuch, (value) => isFields(value, isColumn)),
  order: yup
    .string()
    .oneOf(['day-first', 'month-first'] as const)
    .nullable()
    .default(null),
  usual: yup
    .object({ account: written(LIMITS.address).default(''), pillar: written(LIMITS.name).default('') })
    .required(),
  version,
})

/** What of a row is written anew, or whether it is left out. */
export const batchRowSchema = yup.object({
  position: yup.number().integer().min(0).max(LIMITS.batchRows).required(),
  cells: yup
    .mixed<PostCells>()
    .default({})
    .test(
      'cells',
      labels.tooLong(LIMITS.postText),
      (value) => value === undefined || isFields(value, isCell),
    ),
  isLeftOut: yup.boolean().optional(),
})

export const batchTakeSchema = yup.object({ version })
