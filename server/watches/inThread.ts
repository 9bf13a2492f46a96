import { buildWatchIndex, suggestWords } from '#core/watch'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { foundIn } from './foundIn'
import { lookWithWatch } from './lookWithWatch'
import { watchExpression } from './queries/watchExpression'
import { lookWithWatchTask, matchWatchesTask, offerWordsTask, watchExpressionTask } from './tasks'

export const watchesInThread: InThread[] = [
  inThread(matchWatchesTask, ({ watches, articles, now }) => {
    const index = buildWatchIndex(watches)
    return {
      marks: articles.flatMap((article) =>
        index.holdings(article, now).map(({ id, match, from, until }) => ({
          watchId: id,
          articleId: article.id,
          strength: match.strength,
          found: foundIn(article, match),
          from,
          until,
        })),
      ),
    }
  }),
  inThread(watchExpressionTask, watchExpression),
  inThread(lookWithWatchTask, lookWithWatch),
  inThread(offerWordsTask, ({ query, kept, others, count }) => suggestWords(query, kept, others, count)),
]
