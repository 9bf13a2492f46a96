import * as yup from 'yup'
import { LIMITS } from '#shared/platform/limits'
import { listOf, noTwo } from '#shared/platform/lists'
import { address, day, daySlot, name, nullableUuid, pillarChoice, text } from '#shared/platform/schemaParts'
import * as words from '#shared/words'
import { ENTRY_KINDS } from './types'

const labels = words.fields

const wholeDays = (least: number, most: number) =>
  yup
    .number()
    .typeError(labels.daysCount)
    .integer(labels.daysCount)
    .min(least, labels.daysCount)
    .max(most, labels.daysCount)

const wholeDaysOrNone = (least: number, most: number) =>
  wholeDays(least, most)
    .transform((value: number, typed: unknown) => (typed === '' ? null : value))
    .nullable()
    .default(null)

const rule = {
  from: day.required(labels.date),
  rrule: text(LIMITS.rule)
    .nullable()
    .default(null)
    .transform((value: unknown) => (value === '' ? null : value)),
  easterDays: wholeDaysOrNone(-200, 200),
}

export const ruleSchema = yup.object(rule)

export const entrySchema = yup.object({
  ...rule,
  version: yup.number().integer().default(1),
  kind: yup.string().oneOf(ENTRY_KINDS).required(),
  title: name,
  prompt: text(LIMITS.prompt).default(''),
  days: wholeDays(1, 60).default(1),
  except: listOf(day.required(labels.date), LIMITS.exceptions, labels.tooManyExceptions).default([]),
  runUp: listOf(wholeDays(0, 365).required(labels.daysCount), LIMITS.runUp, labels.tooManySteps(LIMITS.runUp))
    .default([])
    .test('apart', labels.stepTwice, (list) => new Set(list).size === (list?.length ?? 0)),
  remindDays: wholeDaysOrNone(0, 365),
  pillarId: pillarChoice,
})

export const exceptSchema = yup.object({ date: day.required(labels.date) })

export const placeSchema = yup.object({
  country: yup
    .string()
    .matches(/^[A-Z]{2}$/, labels.country)
    .required(labels.country),
  region: yup
    .string()
    .max(40, labels.country)
    .matches(/^[A-Za-z0-9 ./_-]*$/, labels.country)
    .default(''),
  observances: yup.boolean().default(false),
})

export const calendarSchema = yup.object({ name: text(LIMITS.name).default(''), url: address })

export const calendarFileSchema = yup.object({
  name: text(LIMITS.name).default(''),
  text: yup
    .string()
    .max(LIMITS.calendarCharacters, labels.tooLong(LIMITS.calendarCharacters))
    .required(labels.fileMissing),
})

export const calendarEditSchema = yup.object({ version: yup.number().integer().required(), name })

/** What a post is for. */
export const postDay = yup
  .object({
    date: day.required(labels.date),
    title: yup.string().max(LIMITS.dateTitle).default(''),
    prompt: yup.string().max(LIMITS.prompt).default(''),
    of: nullableUuid,
  })
  .nullable()
  .default(null)

/** What a timetable does on public holidays; null for as ever, left out for as it was. */
export const holidays = yup
  .object({
    action: yup
      .string()
      .oneOf(['none', 'replace'] as const)
      .required(),
    slots: listOf(daySlot, LIMITS.daySlots, labels.tooManyDaySlots(LIMITS.daySlots))
      .test(
        'apart',
        labels.slotTwice,
        noTwo((slot: { time?: string }) => slot.time ?? ''),
      )
      .default([]),
  })
  .nullable()
  .default(undefined)
