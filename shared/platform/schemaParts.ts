// The parts that schemas are put together from.
import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from './limits'
import { listOf } from './lists'

const labels = words.fields

// Yup's own `trim` counts on a text: a list or an object in its place would be a fault of ours, not a
// refusal. It stands here, and not in a file of its own, since a bundler drops files that nothing is taken
// from.
yup.addMethod(yup.string, 'trim', function (this: yup.StringSchema) {
  return this.transform((value: unknown) => (typeof value === 'string' ? value.trim() : value))
})

/** An id as the product makes them, of any version. */
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

export const name = yup
  .string()
  .trim()
  .required(labels.nameMissing)
  .max(LIMITS.name, labels.tooLong(LIMITS.name))

export const address = yup
  .string()
  .trim()
  .required(labels.addressMissing)
  .max(LIMITS.address, labels.tooLong(LIMITS.address))

// yup's own `uuid()` knows versions 1 to 5 (RFC 4122); ids here are version 7 (RFC 9562).
export const uuid = () => yup.string().matches(UUID, labels.noSuch)

export const id = uuid().required(labels.noSuch)

export const nullableUuid = uuid().nullable().default(null)

export const time = yup.string().matches(/^([01]\d|2[0-3]):[0-5]\d$/, labels.time)

/** The version of the plan that was shown, as the server gave it. */
export const planVersion = yup.string().max(100).required()

export const version = yup.number().integer().required()

/** Tags of a post, with or without their sign. */
export const hashtags = listOf(
  yup.string().trim().max(100, labels.tooLong(100)).required(),
  LIMITS.hashtags,
  labels.tooManyHashtags(LIMITS.hashtags),
).default([])

/** Longest mail address there is (RFC 5321 §4.5.3.1.3: a path of 256 with its brackets). */
const MAIL_ADDRESS = 254

export const mailAddress = yup
  .string()
  .trim()
  .max(MAIL_ADDRESS, labels.tooLong(MAIL_ADDRESS))
  .email(labels.email)

// Days and instants are read, not only looked at: 31 February has the form of a day and is none.
const DAY = /^(\d{4})-(\d\d)-(\d\d)$/

const INSTANT = /^(\d{4}-\d\d-\d\d)T([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,9})?Z$/

/** Whether a text is a day of the calendar that the product reckons with: 1970 to 2199. */
export function isDay(text: string): boolean {
  const [, year, month, date] = DAY.exec(text) ?? []
  if (!year || year < '1970' || year > '2199') return false
  const at = new Date(Date.UTC(Number(year), Number(month) - 1, Number(date)))
  return at.getUTCMonth() === Number(month) - 1 && at.getUTCDate() === Number(date)
}

/** Whether a text is an instant as the product writes them (ISO 8601 in UTC), on a day there is. */
export const isInstant = (text: string): boolean => isDay(INSTANT.exec(text)?.[1] ?? '')

export const day = yup
  .string()
  .test('day', labels.date, (value) => value === undefined || value === null || isDay(value))

export const instant = yup
  .string()
  .test('instant', labels.moment, (value) => value === undefined || value === null || isInstant(value))

const LONGEST_ZONE = 64

function isZone(zone: string | undefined): boolean {
  try {
    return (
      Boolean(zone) &&
      zone!.length <= LONGEST_ZONE &&
      Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
    )
  } catch {
    return false
  }
}

/** A time zone by its IANA name. */
export const zone = yup.string().max(LONGEST_ZONE, labels.zone).test('zone', labels.zone, isZone)

export const ink = yup.number().integer().min(1).max(8)

const ofSlot = {
  time: time.required(labels.time),
  use: yup
    .string()
    .oneOf(['any', 'pillar', 'free'] as const)
    .required(),
  pillarId: nullableUuid,
}

/** A slot of the week, and one of a single day. */
export const slot = yup.object({ weekday: yup.number().integer().min(1).max(7).required(), ...ofSlot })

export const daySlot = yup.object(ofSlot)

export const text = (most: number) => yup.string().trim().max(most, labels.tooLong(most))

// A form's choice of none is an empty text.
export const pillarChoice = uuid()
  .nullable()
  .transform((value: string | null) => value || null)
  .default(null)

/** Accounts a post begins with; null where nothing is said. */
export const usualAccounts = listOf(id, 50).nullable().default(null)

const marks = yup.object({
  source: yup.string().trim().max(200, labels.tooLong(200)).default(''),
  medium: yup.string().trim().max(200, labels.tooLong(200)).default(''),
  campaign: yup.string().trim().max(200, labels.tooLong(200)).default(''),
  term: yup.string().trim().max(200, labels.tooLong(200)).default(''),
  content: yup.string().trim().max(200, labels.tooLong(200)).default(''),
})

export const linkRule = yup.object({
  kind: yup
    .string()
    .oneOf(['plain', 'marks', 'short'] as const)
    .required(),
  marks: marks.required(),
})

export const optional = (most: number) => text(most).nullable().default(null)

export const tagName = yup
  .string()
  .trim()
  .max(LIMITS.tagName, labels.tooLong(LIMITS.tagName))
  .matches(/^[^,]*$/, labels.tagComma)

export const tagNames = listOf(tagName.required(), LIMITS.tags, labels.tooManyTags(LIMITS.tags)).default([])

/** NUL means nothing in a text, and some stores end one there. */
export const written = (most: number) =>
  yup
    .string()
    .transform((value: string | null) => (typeof value === 'string' ? value.replaceAll('\0', '') : value))
    .max(most, labels.tooLong(most))
