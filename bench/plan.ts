import { movePost, planDifference, planLines, type PlanInput, type PlanPost } from '#core/schedule'
import { median, type Row } from '../tests/support/load/timing'

const START = Date.UTC(2026, 2, 2)
const DAY = 86_400_000
const TIMES = ['07:00', '09:10', '12:30', '15:00', '17:30', '20:40']

/** Planning for a large brand, and again and again while somebody drags a card of an ordinary one. */
export function planRows(): Row[] {
  const large = brand(10, 90, 5000)
  const ordinary = brand(6, 14, 300)
  const before = planLines(ordinary)
  let turn = 0
  const drag = (): unknown => {
    const moved = ordinary.posts[turn++ % ordinary.posts.length]!
    const target = ordinary.posts.find(
      (post) => post.accountId === moved.accountId && post !== moved && !post.fixed,
    )!
    return planDifference(
      before,
      planLines({
        ...ordinary,
        posts: movePost(ordinary.posts, moved.id, { kind: 'before', id: target.id }),
      }),
    )
  }
  return [
    row('a plan: 10 accounts, 90 days, 5,000 posts, every limit set', median(() => planLines(large)), 50),
    row('a move tried while dragging: 6 accounts, 14 days, 300 posts', median(drag, 60), 16),
  ] // prettier-ignore
}

const row = (what: string, ms: number, most: number): Row => ({
  what,
  figure: `${ms.toFixed(1)} ms`,
  target: `< ${most} ms`,
  met: ms < most,
})

/**
 * A brand whose lines hold of everything: pillars, chosen times, good until, unapproved posts, repeated
 * links.
 */
function brand(accounts: number, days: number, posts: number): PlanInput {
  const slots = ([1, 2, 3, 4, 5, 6, 7] as const).flatMap((weekday) =>
    TIMES.map((time, at) => ({
      id: `${weekday} ${time}`,
      weekday,
      time,
      use: at === 2 ? ('pillar' as const) : ('any' as const),
      pillar: at === 2 ? 'pillar 1' : null,
    })),
  )
  const at = (ms: number): string => new Date(START + ms).toISOString()
  return {
    now: at(0),
    until: at(days * DAY),
    settleMinutes: 15,
    lateMinutes: 60,
    sameLinkApartMinutes: 10,
    accounts: Array.from({ length: accounts }, (_, index) => ({
      id: `account ${index}`,
      timetable: { zone: index % 2 ? 'Europe/Lisbon' : 'America/Toronto', slots, except: [] },
      perDay: 6,
      minGapMinutes: 60,
      hold: null,
      repeatAfterDays: 7,
      mix: [{ pillar: 'pillar 2', maxShare: 0.2, windowDays: 7 }],
    })),
    posts: Array.from({ length: posts }, (_, index): PlanPost => ({
      id: `post ${index}`,
      accountId: `account ${index % accounts}`,
      pillar: `pillar ${index % 4}`,
      fixed: index % 50 === 7 ? { at: at(DAY + ((index * 7919) % ((days - 1) * 1440)) * 60_000) } : null,
      follows: null,
      seriesId: null,
      notBefore: null,
      goodUntil: index % 9 === 0 ? at((days / 2) * DAY) : null,
      firm: index % 5 !== 0,
      linkKey: `link ${index >> 2}`,
    })),
    evergreens: [],
    history: [],
  } // prettier-ignore
}
