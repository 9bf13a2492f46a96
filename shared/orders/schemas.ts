import * as yup from 'yup'
import { parsePattern, PatternError } from '#core/orders/pattern'
import { sayPattern } from '#shared/orders/messages'
import { LIMITS } from '#shared/platform/limits'
import { listOf } from '#shared/platform/lists'
import {
  hashtags,
  id,
  name,
  nullableUuid,
  optional,
  tagNames,
  text,
  time,
} from '#shared/platform/schemaParts'
import * as words from '#shared/words'
import { emptyRule } from './empty'
import { ORDER_ACTS, ORDER_AGAIN, ORDER_CREDITS, ORDER_TRIGGERS, makesPosts, type OrderAct } from './types'

const labels = words.fields
const { most } = LIMITS.orders

const whole = (least: number, greatest: number) =>
  yup
    .number()
    .typeError(labels.between(least, greatest))
    .integer(labels.between(least, greatest))
    .min(least, labels.between(least, greatest))
    .max(greatest, labels.between(least, greatest))
const wholeOrNone = (least: number, greatest: number) =>
  whole(least, greatest)
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .nullable()
    .default(null)
const ids = listOf(id, most.chosen, labels.noSuch).default([])
const short = (longest: number) => text(longest).required(labels.nameMissing)

/** What is wrong with a pattern, as a sentence; null for nothing. */
export function faultOfPattern(pattern: string): string | null {
  try {
    parsePattern(pattern)
    return null
  } catch (error) {
    if (error instanceof PatternError) return sayPattern(error)
    throw error
  }
}

const pattern = text(LIMITS.orders.pattern).test('pattern', (value, context) => {
  const fault = faultOfPattern(value ?? '')
  return fault === null || context.createError({ message: fault })
})

const isMaking = (act: OrderAct | undefined): boolean => act !== undefined && makesPosts(act)

export const ruleSchema = yup.object({
  from: yup.object({
    kind: yup.string().oneOf(ORDER_TRIGGERS).required(),
    ...{ watches: ids, tagIds: ids, sources: ids, folders: ids, entries: ids, accountId: nullableUuid },
    daysBefore: whole(0, 60).default(3),
    below: whole(1, 1000).default(5),
  }),
  only: yup.object({
    query: text(LIMITS.query).default(''),
    maxAgeHours: wholeOrNone(1, 24 * 365),
    minWords: wholeOrNone(1, 100_000),
    maxWords: wholeOrNone(1, 100_000),
    languages: listOf(short(35), most.languages, labels.noSuch).default([]),
    regions: listOf(short(LIMITS.name), most.languages, labels.noSuch).default([]),
    needsPicture: yup.boolean().default(false),
    notShared: yup.boolean().default(true),
    butOwn: yup.boolean().default(false),
    notTaken: yup.boolean().default(true),
  }),
  act: yup.string().oneOf(ORDER_ACTS).required(),
  post: yup
    .object({
      texts: listOf(pattern.default(''), LIMITS.wordings, labels.tooManyWordings(LIMITS.wordings)).default(
        [],
      ),
      drafted: yup.boolean().default(false),
      withLink: yup.boolean().default(true),
      withTitle: yup.boolean().default(true),
      hashtags,
      usualHashtags: yup.boolean().default(true),
      credit: yup.string().oneOf(ORDER_CREDITS).default('none'),
      withPicture: yup.boolean().default(true),
      pillarId: nullableUuid,
      campaignId: nullableUuid,
      tags: tagNames,
    })
    .when('act', ([act], schema) =>
      isMaking(act as OrderAct)
        ? schema.test('text', '', ({ texts }, context) =>
            (texts ?? []).some(Boolean)
              ? true
              : context.createError({ path: `${context.path}.texts[0]`, message: words.orders.textMissing }),
          )
        : schema,
    )
    // What a model wrote waits for a person, whatever else is said.
    .when('act', ([act], schema) =>
      act === 'lined'
        ? schema.test('drafted', '', ({ drafted }, context) =>
            drafted
              ? context.createError({ path: `${context.path}.drafted`, message: words.orders.draftedUnseen })
              : true,
          )
        : schema,
    ),
  accounts: listOf(
    yup.object({
      accountId: id,
      text: pattern.nullable().default(null),
      audience: optional(LIMITS.name),
      board: optional(LIMITS.address),
    }),
    most.accounts,
    labels.noSuch,
  ).default([]),
  when: yup.object({
    perDay: wholeOrNone(1, 100),
    minGapMinutes: whole(0, 7 * 24 * 60).default(0),
    between: yup
      .object({ from: time.required(labels.time), to: time.required(labels.time) })
      .nullable()
      .default(null),
    times: listOf(
      yup.object({
        weekday: yup.number().integer().min(1).max(7).nullable().default(null),
        time: time.required(labels.time),
      }),
      most.times,
      labels.tooManySlots,
    ).default([]),
    goodForHours: wholeOrNone(1, 24 * LIMITS.goodDays),
    again: yup.string().oneOf(ORDER_AGAIN).default('once'),
    againTimes: whole(2, LIMITS.echoes + 1).default(2),
    againDays: whole(1, 730).default(7),
  }),
  hand: yup
    .object({ folderId: nullableUuid, tags: tagNames, recipients: ids })
    .when('act', ([act], schema) =>
      act === 'tag'
        ? schema.test('tags', '', ({ tags }, context) =>
            (tags ?? []).length > 0
              ? true
              : context.createError({ path: `${context.path}.tags`, message: words.orders.tagMissing }),
          )
        : act === 'hand'
          ? schema.test('recipients', '', ({ recipients }, context) =>
              (recipients ?? []).length > 0
                ? true
                : context.createError({
                    ...{ path: `${context.path}.recipients`, message: words.orders.recipientMissing },
                  }),
            )
          : schema,
    ),
})

export const orderSchema = yup.object({
  name,
  rule: ruleSchema.default(emptyRule),
  version: yup.number().integer().default(1),
})

export const dryRunSchema = yup.object({ rule: ruleSchema.default(emptyRule), id: nullableUuid })
export const patternSchema = yup.object({ pattern: pattern.default(''), articleId: nullableUuid })
export const switchSchema = yup.object({ isOn: yup.boolean().required() })
export const orderPlacesSchema = yup.object({ ids: listOf(id, most.orders, labels.noSuch).required() })
export const stopSchema = yup.object({ isStopped: yup.boolean().required() })
export const ceilingSchema = yup.object({ perDay: whole(1, 500).required(labels.between(1, 500)) })
export const consentSchema = yup.object({ isGiven: yup.boolean().required() })
export const undoLogSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce, labels.noSuch).default([]),
  runId: nullableUuid,
})
export const seenSchema = yup.object({ postIds: listOf(id, LIMITS.atOnce, labels.noSuch).required() })
