import type { Campaign } from '#shared/campaigns/types'
import { barsOf, type Bar } from '#core/campaigns/bars'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'

const labels = words.campaigns

/** When a campaign is, by today: going on, to come, or over. */
export type CampaignShelf = keyof typeof labels.shelves

/** How high a campaign's bar is, with the line between two. */
export const BAR_HEIGHT = 25

/** Campaigns by their days, as they are said. */
export function useCampaignDays() {
  const times = useTimes()
  const clock = useClockStore()
  const today = computed(() => times.moment(clock.now).date)
  const dayOf = (day: string): string =>
    times.ofDate(day, { day: 'numeric', month: 'short', year: 'numeric' })

  const shelfOf = ({ from, to, endedAt }: Campaign): CampaignShelf => {
    if (endedAt !== null || (to !== null && to < today.value)) return 'over'
    return from > today.value ? 'coming' : 'now'
  }
  const daysOf = ({ from, to, endedAt }: Campaign): string =>
    [
      to === null ? labels.from(dayOf(from)) : labels.between(dayOf(from), dayOf(to)),
      endedAt === null ? '' : labels.endedOn(dayOf(times.moment(endedAt).date)),
    ]
      .filter(Boolean)
      .join(' · ')
  /** Campaigns as bars over the week that begins with a day; one that was ended goes on no longer. */
  function weekBars(campaigns: Campaign[], from: string): Bar<Campaign>[] {
    const spans = campaigns.map((one) => {
      const ended = one.endedAt === null ? null : times.moment(one.endedAt).date
      return ended === null || (one.to !== null && one.to < ended) ? one : { ...one, to: ended }
    })
    return barsOf(spans, { from, to: addDays(from, 6) })
  }
  return { today, shelfOf, daysOf, weekBars }
}
