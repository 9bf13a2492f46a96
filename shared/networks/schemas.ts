import * as yup from 'yup'
import * as words from '#shared/words'
import { listOf } from '#shared/platform/lists'
import { LIMITS } from '#shared/platform/limits'
import { address, slot, name, linkRule, id, version } from '#shared/platform/schemaParts'

const labels = words.fields

/** Which of its targets an account's network passes posts on to. */
export const alsoToSchema = yup.object({
  alsoTo: listOf(yup.string().required().max(LIMITS.address), 50).default([]),
})

export const checkAccountSchema = yup.object({
  address,
  token: yup.string().trim().required(labels.tokenMissing).max(4000, labels.tooLong(4000)),
})

export const accountSchema = checkAccountSchema.shape({ slots: listOf(slot, LIMITS.slots).default([]) })

export const accountEditSchema = yup.object({
  name,
  approver: yup
    .string()
    .oneOf(['anyone', 'someone-else'] as const)
    .default('anyone'),
  linkRule: linkRule.nullable().default(null),
  appearsOn: listOf(id, 50).default([]),
  token: yup.string().trim().default('').max(4000, labels.tooLong(4000)),
  version,
})
