import { quoteSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { keepQuote } from '../../../../services/clippings'

/** Keeps a quote from an article. */
export default route('work', quoteSchema, ({ actor, body }) => keepQuote(actor, body))
