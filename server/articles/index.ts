// Articles as feeds bring them: stored once for all brands, with what each brand decided of them, their tags
// and the search index. Owns: articles, states, openings, tags, what is yet to be looked at, the index. May
// ask: people.
export { ALWAYS, IN_FORCE } from './marks'
export {
  articleForBrand,
  articleOfLink,
  type ArticleForBrand,
  articlesAt,
  articlesByGuids,
  articlesByLinks,
  articlesOfFeed,
  articlesWhole,
  insertArticles,
  insertCheckedArticles,
  isOpened,
  type ListedArticle,
  moveArticles,
  newestTimes,
  setOpened,
  statesOfArticles,
  textsOf,
  updateArticle,
} from './queries/articles'
export { unreadByWatch, unreadOf } from './queries/unread'
export { type WireFilter, type WireOrder, type WirePlace, wirePlaces } from './queries/wirePlaces'
export {
  decidedStates,
  putHidden,
  putLeftOut,
  takeBackHidden,
  takeBackLeftOut,
  takeBackUnmarked,
} from './queries/excluded'
export { matchExpression, newestMatches, searchArticles, type SearchFilter } from './queries/search'
export { hasTag, namesByTagger, tagsOf, tagsOfArticles } from './queries/tags'
export { leftToMatch, putToMatch, takeOffToMatch } from './queries/toMatch'
export { ARTICLES, type ArticleRow, type NewArticle } from './rows'
export { articleClipped, putState, putStateOf } from './states'
export {
  articlesTagged,
  mergeTags,
  removeTag,
  renameTag,
  setTagsOf,
  tagArticles,
  tagIds,
  tagUses,
} from './tags'
export { beginningOf } from './titles'
