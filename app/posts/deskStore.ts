import { postRoutes } from '#shared/posts/routes'
import type { Undoable } from '#shared/platform/types'
import type {
  DeskContext,
  DeskRow,
  DeskView,
  LinkPreview,
  PictureView,
  PostView,
  WritingHelp,
} from '#shared/posts/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'

export type DeskShow = keyof typeof words.desk.shows

/** Posts being written and in review, and what writing needs to know of the brand. */
export const useDeskStore = defineStore('desk', () => {
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const view = ref<DeskView | null>(null)
  const context = shallowRef<DeskContext | null>(null)
  const failed = ref('')
  const show = ref<DeskShow>('all')
  let contextOf = ''

  async function load(): Promise<void> {
    const asked = session.brandId
    try {
      const answer = await brand.call(postRoutes.desk)
      if (asked !== session.brandId) return
      view.value = answer
      failed.value = ''
    } catch (error) {
      failed.value = sentenceOf(error)
    }
  }
  /** Fetches it anew where it has been looked at. */
  const refresh = async (): Promise<void> => (view.value ? load() : undefined)

  /** What the checks need to know; fetched once, and anew after something went out or was set otherwise. */
  async function loadContext(anew = false): Promise<void> {
    const asked = session.brandId ?? ''
    if (!anew && contextOf === asked && context.value) return
    const answer = await brand.call(postRoutes.context).catch(() => null)
    if (!answer || asked !== session.brandId) return
    context.value = answer
    contextOf = asked
  }
  const refreshContext = async (): Promise<void> => (context.value ? loadContext(true) : undefined)

  const rows = computed((): DeskRow[] =>
    (view.value?.rows ?? []).filter((row) => show.value === 'all' || row.approval === show.value),
  )
  const counts = computed((): Record<DeskShow, number> => {
    const all = view.value?.rows ?? []
    const of = (approval: DeskRow['approval']): number =>
      all.filter((row) => row.approval === approval).length
    return {
      all: all.length,
      'in-review': of('in-review'),
      'sent-back': of('sent-back'),
      draft: of('draft'),
      approved: of('approved'),
    }
  })

  async function undoably(
    message: string,
    work: () => Promise<Undoable>,
    afterwards: () => unknown = () => undefined,
  ): Promise<boolean> {
    const brandId = session.brandId!
    try {
      const { historyId } = await work()
      notices.sayUndoable(message, brandId, historyId, async () => {
        await Promise.allSettled([refresh(), brand.load()])
        await afterwards()
      })
      await Promise.allSettled([refresh(), brand.load()])
      await afterwards()
      return true
    } catch (error) {
      notices.complain(error)
      return false
    }
  }
  type Approvable = Pick<DeskRow, 'id' | 'version'>
  const step =
    (name: 'askReview' | 'approve' | 'sendBack', message: string) =>
    (post: Approvable, note = '', afterwards?: () => unknown) =>
      undoably(
        message,
        () => brand.call(postRoutes[name], { id: post.id, body: { version: post.version, note } }),
        afterwards,
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

  const open = (id: string): Promise<PostView> => brand.call(postRoutes.post, { id })
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
    view,
    rows,
    counts,
    show,
    failed,
    context,
    load,
    refresh,
    loadContext,
    refreshContext,
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
