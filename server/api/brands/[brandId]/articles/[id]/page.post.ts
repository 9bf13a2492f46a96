import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { lookAtPage, article } from '#server/reading'

/** Looks at the article's own page for the text its feed does not give; answers the article as it then is. */
export default route(
  'work',
  null,
  async ({ actor, param }) => {
    await lookAtPage(actor.brandId, param('id'))
    return article(actor, param('id'))
  },
  { pace: PACE.outside },
)
