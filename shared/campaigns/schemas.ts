import * as yup from 'yup'
import { LIMITS } from '#shared/platform/limits'
import { day, hashtags, ink, name, pillarChoice, text, usualAccounts } from '#shared/platform/schemaParts'
import * as words from '#shared/words'

const labels = words.fields

export const campaignSchema = yup.object({
  version: yup.number().integer().default(1),
  name,
  aim: text(1_000).default(''),
  words: text(1_000).default(''),
  moreWords: text(1_000).default(''),
  from: day.required(labels.date),
  to: day
    .nullable()
    .default(null)
    .transform((value: unknown, typed: unknown) => (typed === '' ? null : value))
    .test('order', labels.endsBefore, (value, { parent }) => {
      const { from } = parent as { from?: string }
      return !value || !from || value >= from
    }),
  accountIds: usualAccounts,
  pillarId: pillarChoice,
  ink: ink.default(1),
  mark: text(60).default(''),
  hashtags,
  postsWanted: yup
    .number()
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .typeError(labels.postsWanted)
    .integer(labels.postsWanted)
    .min(1, labels.postsWanted)
    .max(LIMITS.campaignPosts, labels.postsWanted)
    .nullable()
    .default(null),
  shareWanted: yup
    .number()
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .typeError(labels.share)
    .integer(labels.share)
    .min(1, labels.share)
    .max(100, labels.share)
    .nullable()
    .default(null),
})

export const endCampaignSchema = yup.object({
  version: yup.number().integer().required(),
  takeOut: yup.boolean().default(false),
})
