import type { RankedPost } from '#core/results'
import type { ResultsView, StandingOut } from '#shared/results/types'
import type { SentPostRow } from './rows'

const MOST = 30
const LONGEST = 160

/** A post's text as a list shows it. */
export const shortText = (text: string): string =>
  text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text

/** The posts that stand out by what was answered within their first days, the surest first. */
export function standingOut(
  ranked: RankedPost[],
  posts: SentPostRow[],
): Pick<ResultsView, 'best' | 'weakest' | 'standing'> {
  /** The posts come the latest first. */
  const latest = new Map<string, SentPostRow>()
  for (const post of posts) if (!latest.has(post.post_id)) latest.set(post.post_id, post)
  const asView = ({ post: id, sent, responses, ratio, chanceAbove }: RankedPost): StandingOut => {
    const { delivery_id: deliveryId, wording, text, pillar_id: pillarId } = latest.get(id)!
    return {
      postId: id,
      deliveryId,
      wording,
      text: shortText(text),
      pillarId,
      sent,
      responses,
      ratio,
      chanceAbove,
    }
  }
  const listOf = (verdict: RankedPost['verdict'], sure: (one: RankedPost) => number): StandingOut[] =>
    ranked
      .filter((one) => one.verdict === verdict)
      .sort((a, b) => sure(b) - sure(a))
      .slice(0, MOST)
      .map(asView)
  return {
    standing: {
      above: ranked.filter(({ verdict }) => verdict === 'better').length,
      below: ranked.filter(({ verdict }) => verdict === 'worse').length,
    },
    best: listOf('better', ({ chanceAbove }) => chanceAbove),
    weakest: listOf('worse', ({ chanceAbove }) => 1 - chanceAbove),
  }
}
