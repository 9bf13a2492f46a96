// Sources: feeds and mailing lists that brands read, their folders, their fetching and health.
// Owns: feeds, hubs, sources, folders, imports.
// May ask: people, articles, networks (a profile's page).
export { takeAnnouncement } from './announcements'
export { fetchesEnded, startDueFetches } from './fetching'
export { opensFolderFeed } from './folderAddress'
export { closeFeed, editFolder, foldersOfBrand, openFeed, removeFolder } from './folders'
export { articlesStored, sourceChanged } from './hooks'
export { confirm, feedBehind, renewHubs } from './hubs'
export { exportOpml, latestImport, startImport, stopImport, takeBack, takeFolders, tryAgain } from './imports'
export { look } from './findFeed'
export { addMailingList, renewMailAddress } from './mailingLists'
export {
  anyFolder,
  folderById,
  folderNamesOfSources,
  foldersOfSource,
  hashtagsOfSource,
  linksOfSource,
} from './queries/folders'
export {
  countSources,
  feedById,
  feedsOfScope,
  nextFetchAt,
  sourceById,
  sourceOfArticle,
  sourcesOf,
  type SourceWithFeed,
  sourcesOfFeed,
  sourcesWithRules,
} from './queries/sources'
export { type FeedRow, SOURCES, type SourceRow } from './rows'
export { type NamedFeed, takeFeed } from './takenFeeds'
export { bulkSources } from './bulkSources'
export { addSource, editSource, fetchNow, removeSource } from './sources'
export { sourcesOfBrand } from './sourceList'
