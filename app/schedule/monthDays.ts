import { endOfMonth, parseDate, startOfMonth, startOfWeek } from '@internationalized/date'
import type { MonthView, PlacedCard } from '#shared/schedule/types'
import { datesByDay } from '~/almanac/datesByDay'
import { addDays } from '~/base/localTime'

/** The weeks that show a month, whole, by the locale's first day of the week. `month` is `YYYY-MM`. */
export function weeksOfMonth(month: string, locale: string): { from: string; weeks: number } {
  const first = startOfMonth(parseDate(`${month}-01`))
  const from = startOfWeek(first, locale)
  const days =
    Math.round((endOfMonth(first).toDate('UTC').getTime() - from.toDate('UTC').getTime()) / 86_400_000) + 1
  return { from: from.toString(), weeks: Math.ceil(days / 7) }
}

/** The weeks that show a year. */
export function weeksOfYear(year: string, locale: string): { from: string; weeks: number } {
  const from = startOfWeek(parseDate(`${year}-01-01`), locale).toString()
  const days = Math.round((Date.parse(`${year}-12-31`) - Date.parse(from)) / 86_400_000) + 1
  return { from, weeks: Math.ceil(days / 7) }
}

/** The month so many months from another, both `YYYY-MM`. */
export const addMonths = (month: string, months: number): string =>
  startOfMonth(parseDate(`${month}-01`))
    .add({ months })
    .toString()
    .slice(0, 7)

export interface MonthDay {
  date: string
  /** The day of the month. */
  number: number
  isOutside: boolean
  isPast: boolean
  /** Behind the end of the plan. */
  isLater: boolean
  cards: PlacedCard[]
  open: MonthView['open']
  /** Slots that nothing is planned for yet. */
  later: MonthView['later']
  /** What the almanac has on it. */
  dates: MonthView['dates']
}

/** A month day by day, with the cards that are wanted. */
export function daysOfMonth(
  view: MonthView,
  given: {
    month: string
    today: string
    dayOf: (at: string) => string
    isWanted: (card: PlacedCard) => boolean
    isShown: (accountId: string) => boolean
  },
): MonthDay[] {
  const { month, today, dayOf, isWanted, isShown } = given
  const last = dayOf(view.plannedUntil)
  const by = <T extends { at: string; accountId: string }>(items: T[]): Map<string, T[]> => {
    const days = new Map<string, T[]>()
    for (const item of items) {
      if (!isShown(item.accountId)) continue
      const date = dayOf(item.at)
      const known = days.get(date)
      if (known) known.push(item)
      else days.set(date, [item])
    }
    return days
  }
  const [cards, open, later] = [by(view.cards.filter(isWanted)), by(view.open), by(view.later)]
  const dates = datesByDay(view.dates)
  return Array.from({ length: view.weeks * 7 }, (_, at) => addDays(view.from, at)).map((date) => ({
    date,
    number: Number(date.slice(8)),
    isOutside: !date.startsWith(month),
    isPast: date < today,
    isLater: date >= last,
    cards: cards.get(date) ?? [],
    open: (open.get(date) ?? []).filter(({ use, held }) => use !== 'free' && !held),
    later: later.get(date) ?? [],
    dates: dates.get(date) ?? [],
  }))
}
