import { PACE } from '../../../../../pace'
import { route } from '../../../../../route'
import { lookAtPage } from '../../../../../services/pages'
import { article } from '../../../../../services/sheet'

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
