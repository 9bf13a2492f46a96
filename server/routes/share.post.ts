import { at } from '#shared/platform/route'
import { capture } from '#shared/words'
import { plainPage } from '#server/platform/http/plainPage'
import { route } from '#server/route'

/**
 * What a share sheet sends is taken by the browser's own worker; it comes here only where that one is not
 * there yet. Nothing is read or kept, whoever sent it.
 */
export default route(at('POST', 'public', '/share').answers<unknown>(), null, ({ event }) =>
  Promise.resolve(plainPage(event, capture.shareLater)),
)
