// Posts as they are written: texts, pictures, proofs, approvals, and the exact payload a network gets.
// Owns: posts, their places in line, pictures, link previews, approvals.
// May ask: people, articles, notices, sources, watches, clippings, recipients, networks, delivery, results.
export { approve, approveOrAsk, askReview, putApproved, putInReview, sendBack } from './approvals'
export { outgoingOf, payloadOf, pictureOf } from './payload'
export { firstWords } from './noticeReviews'
export { previewLink } from './linkPreviews'
export { linkPreviewOf } from './queries/linkPreviews'
export { checkPicture } from './pictureWork'
export { approvedTexts } from './queries/approved'
export { passOnArticlePicture, passOnPicture } from './pictures'
export { docOf, docsOf } from './postDocs'
export { wordingsOf } from './queries/postDocs'
export { type SentKey, sentKeys, sentStamp, sentTextsByIds, sentWithWords } from './queries/listed'
export { addEvent, approvalOf, chosenAccounts, mayApprove, pillarsNeedingOthers } from './postFacts'
export { linkKeyOf, linkOfPost } from './postLinks'
export {
  pictureContent,
  pictureFromWeb,
  pictureOfBrand,
  pictureOfArticle,
  pictureOfCard,
  uploadPicture,
} from './postPictures'
export {
  desk,
  draftOf,
  giveToCampaign,
  insertPost,
  openPost,
  removePost,
  rewritePost,
  savePost,
  takeOffDesk,
} from './posts'
export {
  checksOf,
  neutralContext,
  pictureViews,
  proofAccount,
  proofMaker,
  proofsOfDocs,
  violationOf,
} from './proofs'
export {
  aboutPosts,
  approvedUnlined,
  type DeskPost,
  postsOnDesk,
  countOnDesk,
  postById,
  postsAbout,
  postsByIds,
  postsMadeFrom,
  postsWithWords,
} from './queries/posts'
export {
  firstPlace,
  freeLateQueueItems,
  insertQueueItem,
  isOfOrders,
  nextPlace,
  ORDERS_FROM,
  postsInLineOf,
  queueItemById,
  type QueuedPost,
  queueItemOfPost,
  queueItemsOfBrand,
  queueItemsOfPost,
  removeQueueItem,
  sendingsOfPosts,
} from './queries/queueItems'
export { postsOfDays } from './queries/days'
export { postsOfCampaigns, resultsOfCampaign, sentInDays } from './queries/campaigns'
export { hasPicture, pictureAddresses } from './queries/pictures'
export { POSTS, type PostRow } from './rows'
export { type Usual, usualHashtags, usualOf, usualOfArticle } from './usual'
export { deskContext, saveWriting, shortBase, writingOf } from './writing'
export { writingHelp } from './writingHelp'
export { type DeliveryPayload, readPayload } from './rowJson'
