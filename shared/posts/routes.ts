import { ofBrand } from '#shared/platform/route'
import type {
  DeskContext,
  DeskView,
  LinkPreview,
  PictureView,
  PostView,
  WritingHelp,
} from '#shared/posts/types'
import type {
  articlePictureSchema,
  linkPreviewSchema,
  reviewSchema,
  savePostSchema,
  sendBackSchema,
  writingHelpSchema,
  writingSchema,
} from '#shared/posts/schemas'
import type { DraftView } from '#shared/drafting/types'
import type { Undoable } from '#shared/platform/types'
import type { ArticleFull } from '#shared/reading/types'

/** A post with the article it is about, and the draft its text came from, as its page opens it. */
export type OpenedPost = PostView & { article: ArticleFull | null; draft: DraftView | null }

export const postRoutes = {
  context: ofBrand('GET', 'read', '/desk').answers<DeskContext>(),
  previewLink: ofBrand('POST', 'work', '/link-look').takes<typeof linkPreviewSchema>().answers<LinkPreview>(),
  /** A kept picture; `width` asks for a smaller one. It never changes, so browsers may keep it. */
  picture: ofBrand('GET', 'read', '/pictures/:id').answers<unknown>(),
  takePicture: ofBrand('POST', 'work', '/pictures/from-article')
    .takes<typeof articlePictureSchema>()
    .answers<PictureView>(),
  takeCardPicture: ofBrand('POST', 'work', '/pictures/from-link')
    .takes<typeof linkPreviewSchema>()
    .answers<PictureView>(),
  /** A picture as a form with one file in it (RFC 7578). */
  addPicture: ofBrand('POST', 'work', '/pictures').answers<PictureView>(),
  removePost: ofBrand('DELETE', 'work', '/posts/:id').answers<Undoable>(),
  post: ofBrand('GET', 'read', '/posts/:id').answers<OpenedPost>(),
  savePost: ofBrand('PUT', 'work', '/posts/:id').takes<typeof savePostSchema>().answers<PostView>(),
  approve: ofBrand('POST', 'read', '/posts/:id/approve').takes<typeof reviewSchema>().answers<Undoable>(),
  askReview: ofBrand('POST', 'work', '/posts/:id/review').takes<typeof reviewSchema>().answers<Undoable>(),
  sendBack: ofBrand('POST', 'read', '/posts/:id/send-back')
    .takes<typeof sendBackSchema>()
    .answers<Undoable>(),
  desk: ofBrand('GET', 'read', '/posts').answers<DeskView>(),
  writingHelp: ofBrand('POST', 'work', '/writing-help')
    .takes<typeof writingHelpSchema>()
    .answers<WritingHelp>(),
  saveWriting: ofBrand('PUT', 'work', '/writing').takes<typeof writingSchema>().answers<Undoable>(),
}
