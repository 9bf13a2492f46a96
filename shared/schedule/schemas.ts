// What timetables, placing, moves and holds take, checked the same in the browser and on the server.
import * as yup from 'yup'
import * as words from '#shared/words'
import { noTwo, listOf } from '#shared/platform/lists'
import {
  slot,
  day,
  daySlot,
  id,
  version,
  instant,
  nullableUuid,
  uuid,
  planVersion,
  zone,
} from '#shared/platform/schemaParts'
import { LIMITS } from '#shared/platform/limits'

const says = words.fields

const minutes = (most: number) =>
  yup.number().typeError(says.minutes).integer(says.minutes).min(0, says.minutes).max(most, says.aWeekAtMost)

const countOrNone = (most: number, mostSays: string) =>
  yup
    .number()
    .transform((value: number, original: unknown) => (original === '' ? null : value))
    .typeError(says.atLeastOne)
    .integer(says.atLeastOne)
    .min(1, says.atLeastOne)
    .max(most, mostSays)
    .nullable()
    .default(null)

const sameMinute = noTwo((one: { weekday?: number; time?: string }) => `${one.weekday} ${one.time}`)

export const timetableSchema = yup.object({
  slots: listOf(slot, LIMITS.slots, says.tooManySlots).test('apart', says.slotTwice, sameMinute).required(),
  except: listOf(
    yup.object({
      date: day.required(says.date),
      does: yup
        .string()
        .oneOf(['none', 'replace', 'add'] as const)
        .required(),
      slots: listOf(daySlot, LIMITS.daySlots, says.tooManyDaySlots(LIMITS.daySlots))
        .test('apart', says.slotTwice, sameMinute)
        .default([]),
    }),
    LIMITS.exceptions,
    says.tooManySlots,
  )
    .test(
      'once',
      says.dayTwice,
      noTwo((one: { date?: string }) => one.date),
    )
    .default([]),
  perDay: countOrNone(200, says.atMost200),
  minGapMinutes: minutes(10_080).required(says.minutes),
  repeatAfterDays: countOrNone(3650, says.atMost200),
  mix: listOf(
    yup.object({
      pillarId: id,
      maxShare: yup
        .number()
        .typeError(says.share)
        .min(0.01, says.share)
        .max(1, says.share)
        .required(says.share),
      windowDays: yup
        .number()
        .typeError(says.atLeastOne)
        .integer(says.atLeastOne)
        .min(1, says.atLeastOne)
        .max(90, says.days90)
        .required(says.atLeastOne),
    }),
    20,
  ).default([]),
  version,
})

export const placement = yup.object({
  accountId: id,
  kind: yup
    .string()
    .oneOf(['next', 'first', 'last', 'slot', 'time', 'now'] as const)
    .required(),
  at: instant
    .nullable()
    .default(null)
    .when('kind', {
      is: (kind: string) => kind === 'slot' || kind === 'time',
      then: (at) => at.nonNullable(says.moment).required(says.moment),
    }),
})

const offset = yup.object({
  hours: yup.number().integer(says.whole).min(0).max(8760),
  days: yup.number().integer(says.whole).min(0).max(3650),
  weeks: yup.number().integer(says.whole).min(0).max(520),
})

export const echo = yup.object({
  after: offset
    .required()
    .test(
      'later',
      says.echoLater,
      (after) => (after.hours ?? 0) + (after.days ?? 0) + (after.weeks ?? 0) > 0,
    ),
  wording: yup.number().integer().min(0).max(LIMITS.wordings).required(),
})

export const placements = listOf(placement, 50).default([])

export const echoes = listOf(echo, LIMITS.echoes, says.tooManyEchoes(LIMITS.echoes)).default([])

export const placingSchema = yup.object({
  postId: nullableUuid,
  pillarId: nullableUuid,
  link: yup.string().trim().max(LIMITS.address).nullable().default(null),
  goodUntil: instant.nullable().default(null),
  notBefore: instant.nullable().default(null),
  placements,
  echoes,
})

export const moveSchema = yup.object({
  to: yup
    .object({
      kind: yup
        .string()
        .oneOf(['slot', 'time', 'line', 'first', 'last', 'before', 'after', 'swap'] as const)
        .required(),
      at: instant,
      id: uuid(),
    })
    .test('whole', says.moment, ({ kind, at, id: other }) =>
      kind === 'slot' || kind === 'time'
        ? at !== undefined
        : ['before', 'after', 'swap'].includes(kind)
          ? other !== undefined
          : true,
    )
    .required(),
  accountId: nullableUuid,
  planVersion,
})

const holdOf = yup
  .object({
    kind: yup
      .string()
      .oneOf(['brand', 'account', 'post'] as const)
      .required(),
    id: nullableUuid,
  })
  .test('whole', says.noSuch, ({ kind, id: which }) => kind === 'brand' || Boolean(which))
  .required()

export const holdSchema = yup.object({
  of: holdOf,
  reason: yup.string().trim().max(300, says.tooLong(300)).default(''),
  until: instant.nullable().default(null),
})

export const liftSchema = yup.object({
  of: holdOf,
  late: yup
    .string()
    .oneOf(['line', 'take-out', 'leave'] as const)
    .required(),
})

export const zoneChangeSchema = yup.object({
  zone: zone.required(says.zone),
  keep: yup
    .string()
    .oneOf(['clock', 'moment'] as const)
    .required(),
})

export const lineUpSchema = yup.object({
  version,
  planVersion,
  accountIds: listOf(id, 50).min(1, says.noAccount).required(says.noAccount),
  placements,
  echoes,
})
