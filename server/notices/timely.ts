import { MINUTE } from '#core/instant'
import type { NoticeKind } from '#shared/notices/types'
import { now } from '#server/platform/clock'
import type { NoticeRow } from './rows'

/** The first notice is told at once; what follows within this time is told together at its end. */
export const APART_MS = 10 * MINUTE
/** What has its time now is told now, whatever was told before. */
const AT_ONCE: readonly NoticeKind[] = ['by-hand']

/** Which of these have their time, where nothing else is told before `nextAt` (milliseconds). */
export const timely = <T extends Pick<NoticeRow, 'kind'>>(notices: T[], nextAt: number): T[] =>
  notices.filter(({ kind }) => now() >= nextAt || AT_ONCE.includes(kind))
