/**
 * After how many days a pool has gone round once: so many posts in so many slots a week, so that 36 posts at
 * two a week take 18 weeks (common practice). Null where there is nothing to show, or no slot for it.
 */
export const roundDays = (posts: number, slotsAWeek: number): number | null =>
  posts === 0 || slotsAWeek === 0 ? null : (posts * 7) / slotsAWeek

/**
 * Whether a pool is too small for its slots: its posts would come back sooner than they may, so that slots
 * stay open. Never where there is nothing to show at all.
 */
export const isPoolTooSmall = (posts: number, slotsAWeek: number, restDays: number): boolean => {
  const days = roundDays(posts, slotsAWeek)
  return days !== null && days < restDays
}
