import { stemTextsTask } from './tasks'
import { inTransaction, useDb } from '#server/platform/db'
import { articlesToIndex, indexArticles } from './queries/search'
import { runInThread } from '#server/platform/jobs/pool'

const AT_ONCE = 100

/** Puts what is new or was changed into the search index, some at a time. Gives how many. */
export async function indexingRound(): Promise<number> {
  const rows = await articlesToIndex(await useDb(), AT_ONCE)
  if (rows.length === 0) return 0
  const stems = await runInThread(
    'background',
    ['index'],
    stemTextsTask,
    rows.map(({ title, text, author, language }) => ({ text: `${title ?? ''}\n${text}`, author, language })),
  )
  await inTransaction((db) =>
    indexArticles(
      db,
      rows.map((row, at) => ({ ...row, stems: stems[at]! })),
    ),
  )
  return rows.length
}
