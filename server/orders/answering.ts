import type { H3Event } from 'h3'
import type { DryRunStep, OrderRule } from '#shared/orders/types'
import { say } from '#shared/messages'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { goneOf } from './faults'
import { parsedQuery } from '#server/watches'
import { answerInSteps } from '#server/platform/http/steps'
import { log } from '#server/platform/log'
import { TaskStopped } from '#server/platform/jobs/pool'
import { refusals } from '#shared/words'
import { dryRun } from './dryRun'

/** Answers a dry run as it goes on. A query that is none, and what it names that is not
 * the brand's, is refused before anything is answered. */
export async function answerDryRun(
  event: H3Event,
  brandId: string,
  asked: { rule: OrderRule; id: string | null },
): Promise<null> {
  if (asked.rule.only.query !== '') parsedQuery(asked.rule.only.query)
  // Another brand's watch, too, would else say which of one's articles it marks.
  const isArticles = asked.rule.from.kind === 'articles'
  const gone = isArticles && (await goneOf(await useDb(), brandId, asked.rule))
  if (gone) throw problem('orderCant', say([gone]))
  return answerInSteps<DryRunStep>(event, async (write) => {
    try {
      const run = await dryRun(brandId, asked, write)
      if (run) write({ run })
    } catch (error) {
      // What is answered already can't be taken back: it is said as its last step.
      const isHeavy = error instanceof TaskStopped
      if (!isHeavy) log.error({ error, brandId }, 'A dry run failed.')
      write({ refused: isHeavy ? refusals.tooHeavy.detail : refusals.server.detail })
    }
  })
}
