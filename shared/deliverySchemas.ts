import * as yup from 'yup'
import { LIMITS } from './limits'
import { listOf } from './lists'
import { mailAddress, time } from './schemaParts'
import * as words from './words'

const says = words.fields

export const deedSchema = yup.object({
  deed: yup
    .string()
    .oneOf(['try-now', 'back-in-line', 'give-up', 'it-arrived', 'it-did-not', 'leave-it-so', 'take-back'] as const)
    .required(says.noSuch),
})

/** Which of its targets an account's network passes posts on to. */
export const alsoToSchema = yup.object({ alsoTo: listOf(yup.string().required().max(LIMITS.address), 50).default([]) })

const quietTime = time.nullable().default(null).transform((value: string | null) => value || null) // prettier-ignore

/** Where notices go: `hook` empty keeps the address there is, null removes it. */
export const tellingSchema = yup.object({
  hook: yup.string().trim().nullable().max(LIMITS.address, says.tooLong(LIMITS.address)).default(''),
  mail: listOf(mailAddress.required(says.email), LIMITS.tellMail, says.tooManyMail(LIMITS.tellMail)).default([]),
  quietFrom: quietTime,
  quietUntil: quietTime.test('both', says.bothTimes, (value, { parent }) => (value === null) === ((parent as { quietFrom: string | null }).quietFrom === null)),
})
