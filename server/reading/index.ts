// Reading: the Wire, the article on the sheet, Find, feeds of our own.
// Owns: nothing of its own.
// May ask: people, articles, sources, watches, clippings, campaigns, posts, schedule, delivery.
export { markOpened, setState, setStates, wire } from './articles'
export { couldServe } from './couldServe'
export { clippingDetail } from './clippingDetail'
export { find } from './find'
export { lookAtPage } from './pages'
export { secretFeed } from './secretFeeds'
export { article } from './articleDetail'
export { unreadCounts } from './unreadCounts'
export { previewWatch, offerWords } from './watchPreview'
