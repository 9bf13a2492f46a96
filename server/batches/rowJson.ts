import type { Message } from '#core/message'
import { POST_FIELDS, type PostCells, type PostColumns, type PostField } from '#core/formats/postFields'
import type { BatchUsual } from '#shared/batches/types'
import {
  isListOf,
  isMapOf,
  isNumber,
  isOneOf,
  isShape,
  isText,
  orNull,
  readJson,
  type Is,
} from '#shared/platform/json'
import type { PlannedRow, RowProblem } from './judge'
import type { RowPlace } from './place'

const isField = isOneOf(...POST_FIELDS)
const isMessage = isShape<Message>({
  code: isText,
  params: isMapOf((value): value is string | number => isText(value) || isNumber(value)),
})
const isMessages = isListOf(isMessage)
const isProblems = isListOf(isShape<RowProblem>({ field: isField, messages: isMessages }))
const isWarnings = isListOf(isMessages)
const isPlanned = isShape<PlannedRow>({
  position: isNumber,
  line: isNumber,
  accountIds: isListOf(isText),
  at: orNull(isText),
  goodUntil: orNull(isText),
  pillarId: orNull(isText),
  linkKey: orNull(isText),
  words: isText,
})
const isPlace = isShape<RowPlace>({
  places: isListOf(
    isShape<RowPlace['places'][number]>({
      accountId: isText,
      at: orNull(isText),
      message: orNull(isMessage),
    }),
  ),
  problems: isProblems,
  warnings: isWarnings,
})
const isFieldsOf =
  <T>(is: Is<T>): Is<Partial<Record<PostField, T>>> =>
  (value): value is Partial<Record<PostField, T>> =>
    isMapOf(is)(value) && Object.keys(value).every(isField)

export const readColumns = (json: string): PostColumns => readJson(json, isFieldsOf(isNumber))
export const readEdits = (json: string): PostCells => readJson(json, isFieldsOf(isText))
export const readUsual = (json: string): BatchUsual =>
  readJson(json, isShape<BatchUsual>({ account: isText, pillar: isText }))
export const readProblems = (json: string): RowProblem[] => readJson(json, isProblems)
export const readWarnings = (json: string): Message[][] => readJson(json, isWarnings)
export const readPlanned = (json: string): PlannedRow => readJson(json, isPlanned)
export const readPlace = (json: string): RowPlace => readJson(json, isPlace)
