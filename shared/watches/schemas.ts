import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { id, name, ink, tagNames, hashtags, pillarChoice, usualAccounts } from '#shared/platform/schemaParts'

const labels = words.fields

const queryText = yup
  .string()
  .trim()
  .required(labels.queryMissing)
  .max(LIMITS.query, labels.tooLong(LIMITS.query))

/** Ids of the folders and sources that a watch looks at. */
const scope = { folders: listOf(id, 200).default([]), sources: listOf(id, 200).default([]) }

export const watchSchema = yup.object({
  name,
  query: queryText,
  ink: ink.default(1),
  tags: tagNames,
  hashtags: hashtags,
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  ...scope,
  collects: yup.boolean().default(false),
  hides: yup.boolean().default(false),
  tells: yup.boolean().default(false),
  onRail: yup.boolean().default(false),
  version: yup.number().integer().default(1),
})

/** A query that is being written. */
export const watchPreviewSchema = yup.object({ query: queryText, ...scope })

export const watchOffersSchema = yup.object({
  query: yup.string().trim().default('').max(LIMITS.query, labels.tooLong(LIMITS.query)),
})
