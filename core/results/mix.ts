import { DAY, toMs, type Instant } from '../instant'

/**
 * How large a part of the posts of the last `windowDays` days each pillar has, largest first; `share` is 0 to
 * 1, `ceiling` what was set for it or null. Posts after `now` are counted where the window is laid over a
 * plan: `now` is then its end.
 */
export function mix(
  posts: { at: Instant; pillar: string | null }[],
  { now, windowDays, ceilings }: { now: Instant; windowDays: number; ceilings: Record<string, number> },
): { pillar: string | null; count: number; share: number; ceiling: number | null }[] {
  const end = toMs(now)
  const counts = new Map<string | null, number>(Object.keys(ceilings).map((pillar) => [pillar, 0]))
  let all = 0
  for (const { at, pillar } of posts) {
    const time = toMs(at)
    if (time <= end - windowDays * DAY || time > end) continue
    counts.set(pillar, (counts.get(pillar) ?? 0) + 1)
    all++
  }
  return [...counts]
    .map(([pillar, count]) => ({
      pillar,
      count,
      share: all === 0 ? 0 : count / all,
      ceiling: pillar === null ? null : (ceilings[pillar] ?? null),
    }))
    .sort((a, b) => b.count - a.count)
}
