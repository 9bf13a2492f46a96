import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { name, text, uuid, written } from '#shared/platform/schemaParts'

const labels = words.fields

/** An address as a browser gives it: what can't be captured is refused with its own sentence. */
const pageAddress = yup
  .string()
  .trim()
  .nullable()
  .default(null)
  .max(LIMITS.address, labels.tooLong(LIMITS.address))

const seen = yup.string().default('')

/** Something a person saw. Of a longer selection or title, what is over is cut and the rest kept. */
export const captureSchema = yup.object({
  way: yup
    .string()
    .oneOf(['extension', 'button', 'share', 'address'] as const)
    .required(),
  url: pageAddress,
  title: seen.max(LIMITS.captureCharacters, labels.tooLong(LIMITS.captureCharacters)),
  words: seen.max(LIMITS.captureCharacters, labels.tooLong(LIMITS.captureCharacters)),
  pictureUrl: pageAddress,
  /** Whether a picture came along as a file, which the window takes itself. */
  withPicture: yup.boolean().default(false),
  /** Whether it waited in the browser, and nobody looks at it now: it is kept as a clipping. */
  late: yup.boolean().default(false),
  /** The page as the browser shows it, or as much of it as says what it is. */
  html: seen.max(LIMITS.captureBytes, labels.tooLong(LIMITS.captureBytes)),
})

export const clipSchema = yup.object({
  title: written(300).default(''),
  words: written(LIMITS.quote).default(''),
  note: text(2000).default(''),
  folder: yup.string().trim().max(LIMITS.name, labels.tooLong(LIMITS.name)).nullable().default(null),
  tags: listOf(name, LIMITS.tags, labels.tooManyTags(LIMITS.tags)).default([]),
  /** A picture that the page shows, or one that was taken already. */
  pictureUrl: pageAddress,
  pictureId: uuid().nullable().default(null),
  shelved: yup.boolean().default(false),
  /** Whether it is done with: a post made from it is lined up already. */
  done: yup.boolean().default(false),
})

export const capturedPictureSchema = yup.object({ url: pageAddress.required() })
