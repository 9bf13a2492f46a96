import { postRoutes } from '#shared/posts/routes'
import type { Undoable } from '#shared/platform/types'
import type { OpenedPost } from '#shared/posts/routes'
import type { DeskRow, LinkPreview, PictureView, PostView, WritingHelp } from '#shared/posts/types'
import * as words from '#shared/words'

export type DeskShow = keyof typeof words.desk.shows

/** Posts being written and in review. */
export function useDeskList(show: () => DeskShow) {
  const {
    data: view,
    failed,
    reload,
  } = useBrandQuery(postRoutes.desk, {
    changes: ['post', 'post-text', 'line', 'delivery', 'article', 'source'],
  })
  const rows = computed((): DeskRow[] =>
    (view.value?.rows ?? []).filter((row) => show() === 'all' || row.approval === show()),
  )
  const counts = computed((): Record<DeskShow, number> => {
    const all = view.value?.rows ?? []
    const numberOf = (approval: DeskRow['approval']): number =>
      all.filter((row) => row.approval === approval).length
    return {
      all: all.length,
      'in-review': numberOf('in-review'),
      'sent-back': numberOf('sent-back'),
      draft: numberOf('draft'),
      approved: numberOf('approved'),
    }
  })
  return reactive({ view, rows, counts, failed, reload })
}

/** What the checks of a post need to know of the brand. */
export const useDeskContext = () =>
  useBrandQuery(postRoutes.context, { changes: ['delivery', 'brand', 'account'] })

/** What is done with posts, and which are being written about what. */
export const useDeskStore = defineStore('desk', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const changes = useChangesStore()

  async function undoably(message: string, work: () => Promise<Undoable>): Promise<boolean> {
    const brandId = session.brandId!
    try {
      const { historyId } = await work()
      notices.sayUndoable(message, brandId, historyId)
      await changes.whenFresh()
      return true
    } catch (error) {
      notices.complain(error)
      return false
    }
  }
  type Approvable = Pick<DeskRow, 'id' | 'version'>
  const step =
    (name: 'askReview' | 'approve' | 'sendBack', message: string) =>
    (post: Approvable, note = '') =>
      undoably(message, () =>
        brand.call(postRoutes[name], { id: post.id, body: { version: post.version, note } }),
      )
  const ask = step('askReview', words.desk.said.asked)
  const approve = step('approve', words.desk.said.approved)
  const sendBack = step('sendBack', words.desk.said.sentBack)
  const remove = (id: string): Promise<boolean> =>
    undoably(words.desk.removed, () => brand.call(postRoutes.removePost, { id }))

  /**
   * The posts being written about articles, as this window knows them: an article fetched a while ago may
   * not. Null where there is none any more.
   */
  const drafts = new Map<string, PostView | null>()
  function rememberDraft(post: PostView): void {
    const { articleId } = post.doc
    if (articleId === null) return
    const isWritten = post.lines.length === 0 && post.sent.length === 0
    if (isWritten || drafts.get(articleId)?.id === post.id) drafts.set(articleId, isWritten ? post : null)
  }
  /** It was lined up. */
  const endDraft = (articleId: string): void => void drafts.set(articleId, null)
  const forgetDraft = (articleId: string): void => void drafts.delete(articleId)
  const draftAbout = (article: { id: string; draft: PostView | null }): PostView | null =>
    drafts.has(article.id) ? (drafts.get(article.id) ?? null) : article.draft

  const open = (id: string): Promise<OpenedPost> => brand.call(postRoutes.post, { id })
  const help = (articleId: string | null, text: string): Promise<WritingHelp> =>
    brand.call(postRoutes.writingHelp, { body: { articleId, text } })
  const previewLink = (url: string): Promise<LinkPreview> =>
    brand.call(postRoutes.previewLink, { body: { url } })
  const upload = (file: Blob): Promise<PictureView> => brand.call(postRoutes.addPicture, { file: file })
  const takePicture = (articleId: string, url: string): Promise<PictureView> =>
    brand.call(postRoutes.takePicture, { body: { articleId, url } })
  const takeCardPicture = (url: string): Promise<PictureView> =>
    brand.call(postRoutes.takeCardPicture, { body: { url } })
  const pictureUrl = (id: string, width: 160 | 320 | 640 | 1280): string =>
    brand.pathTo(postRoutes.picture, { id, query: { width } })

  return {
    rememberDraft,
    endDraft,
    forgetDraft,
    draftAbout,
    ask,
    approve,
    sendBack,
    remove,
    open,
    help,
    previewLink,
    upload,
    takePicture,
    takeCardPicture,
    pictureUrl,
  }
})
