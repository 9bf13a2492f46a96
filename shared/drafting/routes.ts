import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { chooseSchema, draftSchema, modelSchema, previewSchema, removeModelSchema } from './schemas'
import type { DraftingView, DraftPreview, DraftView } from './types'

export const draftingRoutes = {
  drafting: ofBrand('GET', 'work', '/drafting').answers<DraftingView>(),
  saveModel: ofBrand('PUT', 'own', '/drafting').takes<typeof modelSchema>().answers<Undoable>(),
  /** From then on nothing is sent to it; its key is forgotten with what can be undone. */
  removeModel: ofBrand('DELETE', 'own', '/drafting').takes<typeof removeModelSchema>().answers<Undoable>(),
  /** Asks the model for one word, and says what it answers. */
  tryModel: ofBrand('POST', 'own', '/drafting/trial').answers<{ text: string; ms: number }>(),
  /** Kept drafts: `article`, or `post` for the one that was taken for it. */
  drafts: ofBrand('GET', 'read', '/drafts').answers<DraftView[]>(),
  /** What would be sent. Nothing is. */
  preview: ofBrand('POST', 'work', '/drafts/preview').takes<typeof previewSchema>().answers<DraftPreview>(),
  /** Writes drafts; answers DraftSteps, each a line of JSON. */
  write: ofBrand('POST', 'work', '/drafts').takes<typeof draftSchema>().answers<null>(),
  /** Says that a draft became a post's text. */
  choose: ofBrand('POST', 'work', '/drafts/:id/choose').takes<typeof chooseSchema>().answers<Undoable>(),
}
