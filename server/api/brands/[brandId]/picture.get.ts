import { route } from '#server/route'
import { passOnPicture } from '#server/posts'

/** A picture of an article the brand can see, fetched by us, so that no reader's address leaks. */
export default route('read', null, ({ actor, query, event }) =>
  passOnPicture(event, actor.brandId, query['article'] ?? '', query['url'] ?? ''),
)
