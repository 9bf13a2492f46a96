import type { AlmanacDate, AlmanacDateWithPosts } from '#shared/almanac/types'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'

const labels = words.almanac
const DAY_MS = 86_400_000

/** Dates of the almanac as they are said, by today. */
export function useAlmanacDays() {
  const times = useTimes()
  const clock = useClockStore()
  const today = computed(() => times.moment(clock.now).date)
  const away = (date: string): number => Math.round((Date.parse(date) - Date.parse(today.value)) / DAY_MS)
  /** How far off a day is; '' for one that is over. */
  function inWords(date: string): string {
    const days = away(date)
    if (days < 0) return ''
    return days === 0 ? labels.today : days === 1 ? labels.tomorrow : labels.inDays(days)
  }
  /** A date's name, on its run-up with how long before it is. */
  const titleOf = ({ title, before }: Pick<AlmanacDate, 'title' | 'before'>): string =>
    before > 0 ? `${labels.before(before)}: ${title}` : title
  /** What is said of it besides its name. */
  const detailOf = (one: AlmanacDate): string =>
    [
      labels.kinds[one.kind],
      one.at === null ? '' : times.time(one.at),
      one.days > 1 && one.before === 0 ? labels.until(times.dateMonth(addDays(one.date, one.days - 1))) : '',
      one.where,
      one.isClosed ? labels.closed : '',
    ]
      .filter(Boolean)
      .join(' · ')
  /** The address at which a post for a date is begun. */
  const writeAt = ({ date, title, of }: AlmanacDateWithPosts) => ({
    path: '/desk/new',
    query: { day: date, title, ...(of === null ? {} : { of }) },
  })
  /** A day's dates in one line, for a small sign. */
  const lineOf = (date: string, dates: AlmanacDate[]): string =>
    labels.ofDay(times.dateMonth(date), dates.map(titleOf))
  const isOver = (date: string): boolean => away(date) < 0
  return { today, inWords, titleOf, detailOf, writeAt, lineOf, isOver }
}
