import { draftingRoutes } from '#shared/drafting/routes'
import type { DraftView } from '#shared/drafting/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import type { PostEditor } from '~/posts/usePostEditor'
import { useDraftOrigins } from './draftOrigins'

/** Makes drafts a post's text, or a further wording of it. */
export function useDraftTaking(editor: PostEditor) {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const origins = useDraftOrigins()
  const { doc } = editor

  /** The draft is the main text from now on; the text before comes back by an undo. */
  async function use(draft: DraftView): Promise<void> {
    const before = doc.value.wordings[0]!.text
    doc.value.wordings[0]!.text = draft.text
    if (!(await editor.save())) return
    const postId = editor.id.value
    const earlier = origins.of(postId)
    const putBack = (): void => {
      origins.put(postId, earlier)
      if (doc.value.wordings[0]!.text === draft.text) doc.value.wordings[0]!.text = before
    }
    try {
      const { historyId } = await brand.call(draftingRoutes.choose, {
        id: draft.id,
        body: { postId },
      })
      origins.put(postId, draft)
      notices.sayUndoable(words.drafting.used, brand.view?.brand.id ?? '', historyId, putBack)
    } catch (error) {
      notices.complain(error)
    }
  }
  const mayAdd = computed(() => doc.value.wordings.length < LIMITS.wordings)
  const addWording = (draft: DraftView): void =>
    void doc.value.wordings.push({ text: draft.text, pictureId: null })
  return { use, mayAdd, addWording }
}
