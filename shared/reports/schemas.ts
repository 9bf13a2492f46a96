import * as yup from 'yup'
import * as words from '#shared/words'
import { listOf } from '#shared/platform/lists'
import { day, mailAddress, name, version } from '#shared/platform/schemaParts'
import { REPORT_PARTS } from './types'

const labels = words.fields
const OPENING = 4_000
const MOST_ADDRESSES = 20

const opening = yup.string().trim().max(OPENING, labels.tooLong(OPENING)).default('')
const parts = listOf(yup.string().oneOf(REPORT_PARTS).required(), REPORT_PARTS.length, labels.noSuch).default(
  [],
)

export const reportSchema = yup.object({
  title: name,
  from: day.required(labels.date),
  to: day.required(labels.date),
  opening,
  parts,
})

export const reportTimetableSchema = yup.object({
  every: yup
    .string()
    .oneOf(['never', 'week', 'month'] as const)
    .required(),
  mail: listOf(
    mailAddress.required(labels.email),
    MOST_ADDRESSES,
    labels.tooManyAddresses(MOST_ADDRESSES),
  ).default([]),
  opening,
  parts,
  version,
})
