import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import type { Crop, LinkPlace } from '#core/post/types'
import {
  UUID,
  id,
  written,
  uuid,
  hashtags,
  instant,
  version,
  text,
  address,
  name,
  linkRule,
  tagNames,
} from '#shared/platform/schemaParts'
import { postDay } from '#shared/almanac/schemas'
import { listOf } from '#shared/platform/lists'

const labels = words.fields

const link = yup
  .string()
  .trim()
  .nullable()
  .default(null)
  .max(LIMITS.address, labels.tooLong(LIMITS.address))
  .test('link', labels.link, (value) => !value || /^https?:\/\/[^\s]+$/i.test(value))

const share = yup.number().min(0).max(1).required()

const pixel = yup.number().integer().min(0).max(100_000).required()

const crop = yup.object({ x: pixel, y: pixel, width: pixel.min(1), height: pixel.min(1) })

/** Crops by the ids of pictures. */
const crops = yup
  .mixed<Record<string, Crop>>()
  .default({})
  .test('crops', labels.noSuch, (value) => {
    const entries = Object.entries(value ?? {})
    return (
      entries.length <= LIMITS.postPictures &&
      entries.every(([picture, one]) => UUID.test(picture) && crop.isValidSync(one))
    )
  })

const accountPart = yup.object({
  accountId: id,
  chosen: yup.boolean().required(),
  ownText: written(LIMITS.postText).nullable().default(null),
  credit: yup.string().trim().nullable().default(null).max(LIMITS.handle, labels.tooLong(LIMITS.handle)),
  leftOut: listOf(yup.string().max(101).required(), 40).default([]),
  board: yup.string().trim().nullable().default(null).max(LIMITS.name, labels.tooLong(LIMITS.name)),
  audience: yup.string().trim().nullable().default(null).max(60),
  linkPlace: yup
    .mixed<LinkPlace>()
    .oneOf(['in-text', 'attached', 'reply', 'button', 'none'])
    .nullable()
    .default(null),
  crops,
})

const docSchema = yup.object({
  articleId: uuid().nullable().default(null),
  clippingIds: listOf(id, 100).default([]),
  fromPostId: uuid().nullable().default(null),
  wordings: listOf(
    yup.object({ text: written(LIMITS.postText).default(''), pictureId: uuid().nullable().default(null) }),
    LIMITS.wordings,
    labels.tooManyWordings(LIMITS.wordings),
  )
    .min(1)
    .required(),
  link,
  linkTitle: written(500).nullable().default(null),
  hashtags,
  credit: yup.string().trim().nullable().default(null).max(200, labels.tooLong(200)),
  pillarId: uuid().nullable().default(null),
  campaignId: uuid().nullable().default(null),
  tags: tagNames,
  goodUntil: instant.nullable().default(null),
  notBefore: instant.nullable().default(null),
  day: postDay,
  language: yup
    .string()
    .nullable()
    .default(null)
    .matches(/^[a-z]{2,3}(-[A-Za-z0-9]+)*$/, labels.language),
  pictures: listOf(
    yup.object({ id, description: written(1500).default(''), focus: yup.object({ x: share, y: share }) }),
    LIMITS.postPictures,
    labels.tooManyPictures(LIMITS.postPictures),
  ).default([]),
  accounts: listOf(accountPart, 50).default([]),
})

/** A post as it is being written; version 0 makes it. */
export const savePostSchema = yup.object({
  version: yup.number().integer().min(0).required(),
  doc: docSchema.required(),
})

export const reviewSchema = yup.object({ version, note: text(2000).default('') })

export const sendBackSchema = yup.object({ version, note: text(2000).required(labels.noteMissing) })

export const writingHelpSchema = yup.object({
  articleId: uuid().nullable().default(null),
  text: written(LIMITS.postText).default(''),
})

export const linkPreviewSchema = yup.object({ url: address })

export const articlePictureSchema = yup.object({ articleId: id, url: address })

/** What a brand wants of its writing. */
export const writingSchema = yup.object({
  version,
  writing: yup
    .object({
      instruction: yup.object({
        role: text(500).default(''),
        readers: text(500).default(''),
        tone: text(500).default(''),
        length: yup
          .string()
          .oneOf(['short', 'medium', 'long'] as const)
          .required(),
      }),
      wordsNotUsed: listOf(text(100).required(), 200).default([]),
      marksInText: yup.boolean().default(false),
      warnUnopened: yup.boolean().default(false),
      clippingsDone: yup.boolean().default(true),
      hashtagMost: yup.number().integer().min(0).max(LIMITS.hashtags).required(),
      hashtagGroups: listOf(yup.object({ name: name, tags: hashtags }), 50).default([]),
      phrases: listOf(
        yup.object({
          kind: yup
            .string()
            .oneOf(['phrase', 'question', 'call'] as const)
            .required(),
          text: text(500).required(),
        }),
        200,
      ).default([]),
      linkRule: linkRule.required(),
    })
    .required(),
})
