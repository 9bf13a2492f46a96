import * as yup from 'yup'
import * as words from '#shared/words'
import { listOf } from '#shared/platform/lists'
import { id, tagName, version, tagNames } from '#shared/platform/schemaParts'
import { LIMITS } from '#shared/platform/limits'

const labels = words.fields

export const statesSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce).required().min(1),
  state: yup.string().oneOf(['new', 'read', 'clipped', 'shelved', 'passed']).required(),
})

export const tagSchema = yup.object({ name: tagName.required(labels.nameMissing), version })

export const tagMergeSchema = yup.object({ into: id })

export const tagArticlesSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce).required().min(1),
  add: tagNames,
  remove: tagNames,
})

/** `original`: its own page was opened. */
export const openedSchema = yup.object({ original: yup.boolean().required() })

export const stateSchema = yup.object({
  state: yup
    .string()
    .oneOf(['new', 'read', 'clipped', 'shelved', 'passed'] as const)
    .required(),
})
