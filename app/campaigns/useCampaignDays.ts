import type { Campaign } from '#shared/campaigns/types'
import * as words from '#shared/words'

const labels = words.campaigns

/** When a campaign is, by today: going on, to come, or over. */
export type CampaignShelf = keyof typeof labels.shelves

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
  return { today, shelfOf, daysOf }
}
