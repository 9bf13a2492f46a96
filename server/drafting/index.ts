// Drafting: texts that are drawn from an article, or that a brand's model writes, held against the article.
// Owns: drafting, draft_use, drafts, draft_wishes.
// May ask: people, articles, posts.
export { answerDrafts } from './answering'
export { chooseDraft, draftsOf, draftsOfPost, previewDraft } from './drafts'
export {
  draftAwaited,
  draftBecame,
  draftsAwaited,
  draftSettled,
  wishDraft,
  wishedDraft,
  type WishView,
} from './wishes'
export { draftingView, removeModel, saveModel, tryModel } from './settings'
