import { randomBytes } from 'node:crypto'
import { isFlag, isListOf, isNumber, isShape, isText, orNull, readJson, type Is } from '#shared/platform/json'
import { REPORT_PARTS, type ReportContent, type ReportPart } from '#shared/reports/types'
import type { MeanFact, PeriodFact } from '#shared/results/types'
import {
  archived,
  BRAND,
  DAY_TEXT,
  ID,
  isWebAddress,
  json,
  left,
  oneOf,
  PERSON,
  PICTURE,
  rowOf,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { REPORT_PICTURES, REPORTS } from './rows'

const isCount = orNull(isNumber)
const isPeriod: Is<PeriodFact> = isShape<PeriodFact>({ now: isCount, before: isCount })
const isPart: Is<ReportPart> = (value): value is ReportPart => REPORT_PARTS.some((part) => part === value)

const isContent: Is<ReportContent> = isShape<ReportContent>({
  brand: isShape<ReportContent['brand']>({ name: isText, mark: isText, ink: isNumber, zone: isText }),
  title: isText,
  opening: isText,
  from: isText,
  to: isText,
  madeAt: isText as Is<ReportContent['madeAt']>,
  parts: isListOf(isPart),
  facts: isShape<ReportContent['facts']>({
    hasBefore: isFlag,
    sent: isPeriod,
    answers: isPeriod,
    clicks: isPeriod,
    perPost: orNull(isShape<MeanFact>({ value: isNumber, low: isNumber, high: isNumber, posts: isNumber })),
    followers: isCount,
    followersChange: isCount,
    young: isNumber,
  }),
  days: isListOf(
    isShape<ReportContent['days'][number]>({ day: isText, posts: isNumber, responses: isCount }),
  ),
  accounts: isListOf(
    isShape<ReportContent['accounts'][number]>({
      name: isText,
      handle: isText,
      posts: isNumber,
      answers: isCount,
      clicks: isCount,
      followers: isCount,
      followersChange: isCount,
    }),
  ),
  posts: isListOf(
    isShape<ReportContent['posts'][number]>({
      text: isText,
      account: isText,
      at: isText as Is<ReportContent['madeAt']>,
      pillar: orNull(isText),
      ink: isCount,
      answers: isCount,
      clicks: isCount,
      url: orNull(isWebAddress),
      picture: isCount,
      description: isText,
    }),
  ),
  mix: isListOf(
    isShape<ReportContent['mix'][number]>({ name: orNull(isText), ink: isCount, posts: isNumber }),
  ),
  own: isShape<ReportContent['own']>({ posts: isNumber, of: isNumber }),
  sources: isListOf(
    isShape<ReportContent['sources'][number]>({
      name: isText,
      articles: isNumber,
      posts: isNumber,
      responses: isCount,
    }),
  ),
})

export const reportsArchived: Archived[] = [
  archived(REPORTS, {
    kinds: {
      id: ID,
      brand_id: BRAND,
      from_day: DAY_TEXT,
      to_day: DAY_TEXT,
      content_json: json((text) => readJson(text, isContent)),
      made_by: PERSON,
      // Its address is a secret and another one here; its PDF is made anew.
      nonce: left(null),
      pdf: left(null),
      mailed_to_json: TEXTS,
    },
    mend: (row) => (row['ended_at'] === null ? { ...row, nonce: randomBytes(16).toString('hex') } : row),
  }),
  archived(REPORT_PICTURES, {
    key: ['report_id', 'position'],
    which: 'report_id IN (SELECT id FROM reports WHERE brand_id = @brand)',
    kinds: { report_id: rowOf('reports'), type: oneOf('image/jpeg', 'image/png'), content: PICTURE },
  }),
]
