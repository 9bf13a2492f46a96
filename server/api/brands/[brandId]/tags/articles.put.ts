import { tagArticlesSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { tagArticles } from '../../../../services/tags'

/** Puts tags on articles and takes others off. */
export default route('work', tagArticlesSchema, ({ actor, body }) => tagArticles(actor, body))
