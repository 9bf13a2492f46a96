import { DAY, HOUR, toInstant } from '#core/instant'
import type { AnsweringHours } from '#shared/results/types'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { firstResponses, isSettled } from './measures'
import { resultPostsBetween } from './queries/resultRows'
import { answeringHoursTask } from './tasks'

/** Readers change: older posts say little of when they answer now. */
const PERIOD_DAYS = 91

/** Hours change slowly, and every window of a brand asks for them. */
const KEPT_MS = HOUR
const MOST_BRANDS = 200
const kept = new Map<string, { at: number; hours: Promise<AnsweringHours> }>()

/** When a brand's readers answer, by the posts of the last quarter. Who asks meanwhile waits for the same. */
export function answeringHoursOf(brandId: string): Promise<AnsweringHours> {
  const known = kept.get(brandId)
  if (known && Math.abs(now() - known.at) < KEPT_MS) return known.hours
  if (kept.size >= MOST_BRANDS) kept.clear()
  const hours = reckonHours(brandId)
  kept.set(brandId, { at: now(), hours })
  hours.catch(() => kept.delete(brandId))
  return hours
}

async function reckonHours(brandId: string): Promise<AnsweringHours> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const at = now()
  const posts = (await resultPostsBetween(db, brandId, at - PERIOD_DAYS * DAY, at)).flatMap((post) => {
    const responses = isSettled(post, at) ? firstResponses(post, 'responses') : null
    return responses === null ? [] : [{ account: post.account_id, at: toInstant(post.sent_at), responses }]
  })
  return runInThread('person', [`brand:${brandId}`], answeringHoursTask, {
    posts,
    zone: brand.zone,
  })
}
