import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { mailAddress } from '#shared/platform/schemaParts'
import { quietTime } from '#shared/delivery/schemas'

const labels = words.fields

/** Where notices go: `hook` empty keeps the address there is, null removes it. */
export const notificationChannelsSchema = yup.object({
  hook: yup.string().trim().nullable().max(LIMITS.address, labels.tooLong(LIMITS.address)).default(''),
  mail: listOf(
    mailAddress.required(labels.email),
    LIMITS.tellMail,
    labels.tooManyMail(LIMITS.tellMail),
  ).default([]),
  quietFrom: quietTime,
  quietUntil: quietTime.test(
    'both',
    labels.bothTimes,
    (value, { parent }) => (value === null) === ((parent as { quietFrom: string | null }).quietFrom === null),
  ),
})
