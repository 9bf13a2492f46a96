import { draftingRoutes } from '#shared/drafting/routes'
import { UUID } from '#shared/platform/schemaParts'
import { draftsOf, draftsOfPost } from '#server/drafting'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'

export default route(draftingRoutes.drafts, null, ({ actor, query }) => {
  const { article = '', post = '' } = query
  if (UUID.test(post)) return draftsOfPost(actor.brandId, post)
  if (UUID.test(article)) return draftsOf(actor.brandId, article)
  throw problem('notFound')
})
