import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import {
  address,
  name,
  optional,
  pillarChoice,
  usualAccounts,
  text,
  tagNames,
  version,
  id,
  hashtags,
} from '#shared/platform/schemaParts'
import { listOf } from '#shared/platform/lists'

const labels = words.fields

export const importSchema = yup.object({
  opml: yup.string().required(labels.fileEmpty).max(LIMITS.opmlCharacters, labels.fileTooLong),
})

export const lookSchema = yup.object({
  address,
  words: yup.string().trim().default('').max(LIMITS.name, labels.tooLong(LIMITS.name)),
})

/** What a brand wants of a source, whatever kind it is. */
const wishes = {
  label: name,
  folder: optional(LIMITS.name),
  own: yup.boolean().default(false),
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  credits: yup
    .mixed<Record<string, string>>()
    .default({})
    .test('credits', labels.tooLong(LIMITS.handle), (value) => value === undefined || isCredits(value)),
  leaveOut: text(LIMITS.leaveOut).default(''),
  onlyNew: yup.boolean().default(false),
  clips: yup.boolean().default(false),
  byLink: yup.boolean().default(false),
  tags: tagNames,
  region: optional(LIMITS.name),
  language: yup
    .string()
    .nullable()
    .default(null)
    .test('language', labels.language, (value) => !value || /^[a-z]{2,3}$/.test(value)),
}

export const sourceSchema = yup.object({ feedUrl: address, ...wishes })

export const mailSourceSchema = yup.object(wishes)

export const sourceEditSchema = yup.object({ ...wishes, paused: yup.boolean().default(false), version })

const ids = listOf(id, LIMITS.atOnce).required().min(1)

export const bulkSourcesSchema = yup.object({
  ids,
  action: yup
    .string()
    .oneOf(['fetch', 'pause', 'resume', 'remove', 'folder'] as const)
    .required(),
  folder: optional(LIMITS.name),
})

export const folderSchema = yup.object({
  name,
  hashtags: hashtags,
  pillarId: pillarChoice,
  accountIds: usualAccounts,
  version,
})

function isCredits(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  const entries = Object.entries(value)
  return (
    entries.length <= 50 &&
    entries.every(
      ([network, handle]) =>
        network.length <= LIMITS.name && typeof handle === 'string' && handle.length <= LIMITS.handle,
    )
  )
}
