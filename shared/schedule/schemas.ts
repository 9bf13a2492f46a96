// What timetables, placing, moves and holds take, checked the same in the browser and on the server.
import * as yup from 'yup'
import { EVERGREENS } from '#core/schedule/mixLedger'
import * as words from '#shared/words'
import { holidays } from '#shared/almanac/schemas'
import { noTwo, listOf } from '#shared/platform/lists'
import {
  UUID,
  slot,
  day,
  daySlot,
  id,
  version,
  instant,
  name,
  nullableUuid,
  uuid,
  planVersion,
  zone,
} from '#shared/platform/schemaParts'
import { LIMITS } from '#shared/platform/limits'
import { FILL_KINDS } from './types'

const labels = words.fields

const minutes = (most: number) =>
  yup
    .number()
    .typeError(labels.minutes)
    .integer(labels.minutes)
    .min(0, labels.minutes)
    .max(most, labels.aWeekAtMost)

const countOrNone = (most: number, mostLabel: string) =>
  yup
    .number()
    .transform((value: number, original: unknown) => (original === '' ? null : value))
    .typeError(labels.atLeastOne)
    .integer(labels.atLeastOne)
    .min(1, labels.atLeastOne)
    .max(most, mostLabel)
    .nullable()
    .default(null)

const sameMinute = noTwo((item: { weekday?: number; time?: string }) => `${item.weekday} ${item.time}`)

export const timetableSchema = yup.object({
  slots: listOf(slot, LIMITS.slots, labels.tooManySlots)
    .test('apart', labels.slotTwice, sameMinute)
    .required(),
  holidays,
  except: listOf(
    yup.object({
      date: day.required(labels.date),
      action: yup
        .string()
        .oneOf(['none', 'replace', 'add'] as const)
        .required(),
      slots: listOf(daySlot, LIMITS.daySlots, labels.tooManyDaySlots(LIMITS.daySlots))
        .test('apart', labels.slotTwice, sameMinute)
        .default([]),
    }),
    LIMITS.exceptions,
    labels.tooManySlots,
  )
    .test(
      'once',
      labels.dayTwice,
      noTwo((item: { date?: string }) => item.date),
    )
    .default([]),
  perDay: countOrNone(200, labels.atMost200),
  minGapMinutes: minutes(10_080).required(labels.minutes),
  repeatAfterDays: countOrNone(3650, labels.atMost200),
  mix: listOf(
    yup.object({
      pillarId: yup
        .string()
        .required(labels.noSuch)
        .max(36, labels.noSuch)
        .test('pillar', labels.noSuch, (value) => value === EVERGREENS || UUID.test(value ?? '')),
      maxShare: yup
        .number()
        .typeError(labels.share)
        .min(0.01, labels.share)
        .max(1, labels.share)
        .required(labels.share),
      windowDays: yup
        .number()
        .typeError(labels.atLeastOne)
        .integer(labels.atLeastOne)
        .min(1, labels.atLeastOne)
        .max(90, labels.days90)
        .required(labels.atLeastOne),
    }),
    20,
  ).default([]),
  version,
})

const offset = yup.object({
  hours: yup.number().integer(labels.whole).min(0).max(8760),
  days: yup.number().integer(labels.whole).min(0).max(3650),
  weeks: yup.number().integer(labels.whole).min(0).max(520),
})

export const echo = yup.object({
  after: offset
    .required()
    .test(
      'later',
      labels.echoLater,
      (after) => (after.hours ?? 0) + (after.days ?? 0) + (after.weeks ?? 0) > 0,
    ),
  wording: yup.number().integer().min(0).max(LIMITS.wordings).required(),
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
      then: (at) => at.nonNullable(labels.moment).required(labels.moment),
    }),
  /** Its own echoes; null for those that all accounts have. */
  echoes: listOf(echo, LIMITS.echoes, labels.tooManyEchoes(LIMITS.echoes)).nullable().default(null),
})

export const placements = listOf(placement, 50).default([])

export const echoes = listOf(echo, LIMITS.echoes, labels.tooManyEchoes(LIMITS.echoes)).default([])

export const placingSchema = yup.object({
  postId: nullableUuid,
  pillarId: nullableUuid,
  link: yup.string().trim().max(LIMITS.address).nullable().default(null),
  goodUntil: instant.nullable().default(null),
  notBefore: instant.nullable().default(null),
  placements,
  echoes,
  /** Accounts of the placements that are to be confirmed; null for all of them. */
  readyIds: listOf(uuid().required(), 50).nullable().default(null),
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
    .test('whole', labels.moment, ({ kind, at, id: other }) =>
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
  .test('whole', labels.noSuch, ({ kind, id: which }) => kind === 'brand' || Boolean(which))
  .required()

export const holdSchema = yup.object({
  of: holdOf,
  reason: yup.string().trim().max(300, labels.tooLong(300)).default(''),
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
  zone: zone.required(labels.zone),
  keep: yup
    .string()
    .oneOf(['clock', 'moment'] as const)
    .required(),
})

export const lineUpSchema = yup.object({
  version,
  planVersion,
  accountIds: listOf(id, 50).min(1, labels.noAccount).required(labels.noAccount),
  placements,
  echoes,
})

export const severalSchema = yup.object({
  ids: listOf(id, LIMITS.atOnce, labels.tooManyAtOnce(LIMITS.atOnce))
    .min(1, labels.noneChosen)
    .required(labels.noneChosen),
  action: yup
    .object({
      kind: yup
        .string()
        .oneOf(['take-out', 'hold', 'lift', 'pillar', 'campaign', 'tag', 'days', 'evergreen'] as const)
        .required(),
      pillarId: nullableUuid,
      campaignId: nullableUuid,
      tagId: nullableUuid,
      days: yup.number().integer(labels.wholeDays).min(-366, labels.wholeDays).max(366, labels.wholeDays),
    })
    .test('whole', labels.wholeDays, ({ kind, days }) =>
      kind === 'days' ? days !== undefined && days !== 0 : kind !== 'evergreen' || (days ?? -1) >= 0,
    )
    .required(),
})

const candidateId = yup.string().max(120, labels.noSuch)
const fillAsk = {
  days: yup.number().integer(labels.wholeDays).min(1, labels.wholeDays).max(LIMITS.fillDays).required(),
  kinds: listOf(
    yup.string().oneOf(FILL_KINDS).required(),
    FILL_KINDS.length,
    labels.tooManyAtOnce(FILL_KINDS.length),
  ).required(),
  texts: listOf(
    yup.object({ clippingId: id, text: yup.string().max(LIMITS.postText).required(labels.lineMissing) }),
    LIMITS.atOnce,
    labels.tooManyAtOnce(LIMITS.atOnce),
  ).default([]),
}
export const fillProposalSchema = yup.object({
  ...fillAsk,
  choices: listOf(
    yup.object({ accountId: id, at: instant.required(), candidateId: candidateId.nullable().default(null) }),
    LIMITS.atOnce,
    labels.tooManyAtOnce(LIMITS.atOnce),
  ).default([]),
})
export const fillSchema = yup.object({
  ...fillAsk,
  picks: listOf(
    yup.object({ accountId: id, at: instant.required(), candidateId: candidateId.required() }),
    LIMITS.atOnce,
    labels.tooManyAtOnce(LIMITS.atOnce),
  )
    .min(1, labels.noneChosen)
    .required(labels.noneChosen),
  version: planVersion.required(),
})

const kept = yup.string().trim().max(LIMITS.name, labels.tooLong(LIMITS.name)).default('')
export const savedFilterSchema = yup.object({
  name,
  filter: yup
    .object({
      ...{ pillar: kept, campaign: kept, tag: kept, state: kept, kind: kept, who: kept, source: kept },
      ...{ network: kept, since: kept, till: kept, words: kept, account: kept },
    })
    .required(),
})
