// Watches: standing queries that mark articles, and the rules by which sources leave some out.
// Owns: watches, their marks and runs.
// May ask: people, articles, sources.
export { articlesMatched } from './hooks'
export type { Looked } from './lookWithWatch'
export { watchArticleOf } from './marking'
export { matchStored } from './matching'
export { keptAndOther, type PlainText, watchedArticles } from './queries/watchedArticles'
export { anyWatch, marksOfArticles, watchesOf } from './queries/watches'
export { type Candidate, candidateNumbers, candidatesAmong, candidatesAt } from './queries/watchSearch'
export {
  addWatch,
  closeWatchFeed,
  editWatch,
  openWatchFeed,
  orderWatches,
  parsedQuery,
  removeWatch,
  seeWatch,
  watchesOfBrand,
} from './watches'
export { opensWatchFeed } from './watchFeeds'
export { stopRun } from './watchRuns'
export { feedsIn, type Scope } from './watchScope'
