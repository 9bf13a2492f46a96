import { postRoutes } from '#shared/posts/routes'
import { draftsOfPost } from '#server/drafting'
import { route } from '#server/route'
import { openPost } from '#server/posts'
import { article } from '#server/reading'

export default route(postRoutes.post, null, async ({ actor, param }) => {
  const post = await openPost(actor, param('id'))
  const { articleId } = post.doc
  // An article that was removed since leaves the post as it is.
  const about = articleId === null ? null : await article(actor, articleId).catch(() => null)
  const [draft = null] = await draftsOfPost(actor.brandId, post.id)
  return { ...post, article: about, draft }
})
