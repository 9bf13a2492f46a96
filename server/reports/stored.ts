import { readJson } from '#shared/platform/json'
import type { ReportContent } from '#shared/reports/types'
import { derivedKey, isDerivedKey } from '#server/platform/derivedKeys'
import type { ReportRow } from './rows'

const PURPOSE = 'reports'

/** Where a report may be read, from the application's own address on; null once that is ended. */
export const addressOf = ({ id, nonce }: Pick<ReportRow, 'id' | 'nonce'>): string | null =>
  nonce === null ? null : `/report/${id}/${derivedKey(PURPOSE, id, nonce)}`

/** Whether a key opens a report: none opens one whose address is ended. */
export const opensReport = ({ id, nonce }: Pick<ReportRow, 'id' | 'nonce'>, key: string): boolean =>
  nonce !== null && isDerivedKey(key, PURPOSE, id, nonce)

/** What is stored here we stored ourselves, whole. */
const isContent = (value: unknown): value is ReportContent =>
  typeof value === 'object' && value !== null && 'facts' in value && 'posts' in value

/** What stands in a report. */
export const contentOf = (row: Pick<ReportRow, 'content_json'>): ReportContent =>
  readJson(row.content_json, isContent)
