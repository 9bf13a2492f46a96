import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { mailAddress, usualAccounts, version } from '#shared/platform/schemaParts'

const labels = words.fields

export const letterBoxSchema = yup.object({
  senders: listOf(
    mailAddress.required(labels.email),
    LIMITS.letterSenders,
    labels.tooManyMail(LIMITS.letterSenders),
  )
    .required()
    .min(1, words.letters.noSenders),
  becomes: yup
    .string()
    .oneOf(['clipping', 'in-review', 'approved'] as const)
    .required(),
  accountIds: usualAccounts.test(
    'accounts',
    words.letters.noAccounts,
    (value, { parent }) =>
      (parent as { becomes?: string }).becomes === 'clipping' || (value?.length ?? 0) > 0,
  ),
  byLink: yup.boolean().default(false),
  answers: yup.boolean().default(true),
  /** 0 for one that is made. */
  version,
})
