import * as words from '#shared/words'
import { dateFormat, instantOf, localMoment } from './localTime'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
/** Within so much a day is known by its name. */
const NEAR = 7 * DAY

/** How long ago something was, in the words of one place. */
type Ago = typeof words.frame.ago

/** Instants as the brand reads them: its own zone, the day's name, no more than is needed. */
export function useTimes() {
  const brand = useBrandStore()
  const clock = useClockStore()
  const zone = computed(() => brand.view?.brand.zone ?? 'UTC')
  const ms = (at: string | number): number => (typeof at === 'number' ? at : Date.parse(at))
  const format = (at: string | number, options: Intl.DateTimeFormatOptions): string =>
    dateFormat(zone.value, options).format(ms(at))

  const time = (at: string | number): string =>
    format(at, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
  /** `Thu 26` */
  const day = (at: string | number): string =>
    format(at, { weekday: 'short', day: 'numeric' }).replace(',', '')
  /** `Thu 26 Nov` */
  const dayMonth = (at: string | number): string =>
    format(at, { weekday: 'short', day: 'numeric', month: 'short' }).replace(',', '')
  /** The same of a day, `YYYY-MM-DD`, whatever the zone. */
  const ofDate = (date: string, options: Intl.DateTimeFormatOptions): string =>
    dateFormat('UTC', options)
      .format(Date.parse(`${date}T12:00:00Z`))
      .replace(',', '')
  const dateDay = (date: string): string => ofDate(date, { weekday: 'short', day: 'numeric' })
  const dateMonth = (date: string): string =>
    ofDate(date, { weekday: 'short', day: 'numeric', month: 'short' })
  /** `Thu 26 Nov, 07:00` */
  const dayTime = (at: string | number): string => `${dayMonth(at)}, ${time(at)}`
  /** `Thu 26`, and `Thu 26 Nov` where that is not one of the days about today. */
  const nearDay = (at: string | number): string =>
    Math.abs(ms(at) - clock.now) < NEAR ? day(at) : dayMonth(at)
  /** Whether it is more than a week from now: a place so late is worth a reason. */
  const isFarOff = (at: string | number): boolean => ms(at) - clock.now > NEAR
  /** `Thu 26, 07:00`, further off `Sat 26 Dec, 07:00` */
  const shortDayTime = (at: string | number): string => `${nearDay(at)}, ${time(at)}`
  /** How long ago, in some words: minutes and hours while it is near, else the day. */
  const ago = (at: string | number, said: Ago = words.frame.ago): string => {
    const passed = clock.now - ms(at)
    if (passed < MINUTE) return said.now
    if (passed < HOUR) return said.minutes(Math.floor(passed / MINUTE))
    if (passed < DAY) return said.hours(Math.floor(passed / HOUR))
    return said.day(nearDay(at))
  }
  /** The exact instant, and the reader's own time where it differs from the brand's. */
  const exact = (at: string | number): string => {
    const own = Intl.DateTimeFormat().resolvedOptions().timeZone
    const full: Intl.DateTimeFormatOptions = { dateStyle: 'full', timeStyle: 'short' }
    const here = dateFormat(zone.value, full).format(ms(at))
    const there = dateFormat(own, full).format(ms(at))
    return here === there ? here : `${here} (${zone.value})\n${there} (${own})`
  }
  /** An instant as a field for day and time has it, and back; an empty field is none. */
  const toField = (at: string | null): string => {
    if (!at) return ''
    const { date, minutes } = localMoment(ms(at), zone.value)
    return `${date}T${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
  }
  const fromField = (typed: string): string | null => {
    const [date, clockTime] = typed.split('T')
    return date && clockTime ? instantOf(date, clockTime, zone.value) : null
  }
  return {
    toField,
    fromField,
    zone,
    isFarOff,
    time,
    day,
    dateDay,
    dateMonth,
    ofDate,
    nearDay,
    dayMonth,
    dayTime,
    shortDayTime,
    ago,
    exact,
    moment: (at: string | number) => localMoment(ms(at), zone.value),
  }
}
