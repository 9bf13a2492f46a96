import * as yup from 'yup'
import { HookPatternError, parseHookPattern } from '#core/hookPattern'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import { mailAddress } from '#shared/platform/schemaParts'
import { quietTime } from '#shared/delivery/schemas'
import { PLAIN_HOOK } from './hookShapes'
import { NOTICE_TOPICS } from './topics'

const labels = words.fields

/** Quiet hours: both ends, or none. */
const quietHours = {
  quietFrom: quietTime,
  quietUntil: quietTime.test(
    'both',
    labels.bothTimes,
    (value, { parent }) => (value === null) === ((parent as { quietFrom: string | null }).quietFrom === null),
  ),
}

/** What is wrong with the shape of messages to a hook, as a sentence; null for nothing. */
export function faultOfHook(pattern: string): string | null {
  try {
    parseHookPattern(pattern)
    return null
  } catch (error) {
    if (error instanceof HookPatternError) return words.telling.hookFaults[error.fault](error.field)
    throw error
  }
}

const hookPattern = yup
  .string()
  .max(LIMITS.hookPattern, labels.tooLong(LIMITS.hookPattern))
  .test('pattern', (value, context) => {
    const fault = faultOfHook(value ?? PLAIN_HOOK)
    return fault === null || context.createError({ message: fault })
  })

/** Where notices go: `hook` empty keeps the address there is, null removes it. */
export const notificationChannelsSchema = yup.object({
  hook: yup.string().trim().nullable().max(LIMITS.address, labels.tooLong(LIMITS.address)).default(''),
  mail: listOf(
    mailAddress.required(labels.email),
    LIMITS.tellMail,
    labels.tooManyMail(LIMITS.tellMail),
  ).default([]),
  ...quietHours,
  pattern: hookPattern.default(PLAIN_HOOK),
})

/** What a person is told of, and when not. */
export const ownTellingSchema = yup.object({
  topics: listOf(yup.string().oneOf(NOTICE_TOPICS).required(), NOTICE_TOPICS.length, labels.noSuch).default(
    [],
  ),
  ...quietHours,
})
