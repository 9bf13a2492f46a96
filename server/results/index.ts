// Results: short links and their clicks, what became of posts that went out, who follows.
// Owns: short links, clicks, sent posts and their responses, followers, posts of before.
// May ask: people, networks, delivery, sources, watches.
export { noteClick, storeClicks } from './clicks'
export { nextResponsesAt, readingsEnded, startDueReadings } from './collecting'
export { answeringHoursOf } from './answeringHours'
export { linkView } from './linkView'
export { qrPicture, qrSvg } from './qr'
export { weakPosts, wordingResponses, type WordingResponses } from './ofWordings'
export { pastTexts } from './pastPosts'
export { postResponses } from './postResponses'
export { resultsOf } from './resultsView'
export { suggestedTimes } from './suggestedTimes'
export { responsesByHashtag } from './hashtags'
export { clicksOfCode, changeSentPost, insertSentPosts } from './queries/sentPosts'
export { setTarget, shortLinksOf } from './queries/shortLinks'
export type { SentPostRow, ShortLinkRow } from './rows'
export { makeCodes, targetOf } from './shortLinks'
