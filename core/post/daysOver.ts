import type { Instant } from '../instant'
import { datesIn } from '../text/dates'

/**
 * The words of a text that name a day which is over when it goes out, though it is not yet; null where there
 * are none.
 */
export function dayOver(
  text: string,
  { now, zone, language, at }: { now: Instant; zone: string; language: string | null; at: Instant },
): string | null {
  const format = new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeZone: zone })
  const [today, day] = [format.format(Date.parse(now)), format.format(Date.parse(at))]
  return (
    datesIn(text, { now, zone, language }).find(({ until }) => until >= today && until < day)?.text ?? null
  )
}
