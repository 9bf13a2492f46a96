import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { evergreenSchema, evergreenStateSchema, ownItemsSchema, passOverSchema } from './schemas'
import type { EvergreenDetail, EvergreenMade, EvergreensView, OwnArticle } from './types'

export const evergreenRoutes = {
  evergreens: ofBrand('GET', 'read', '/evergreens').answers<EvergreensView>(),
  /** An evergreen by its post, with its wordings and when it was shown. */
  evergreen: ofBrand('GET', 'read', '/evergreens/:id').answers<EvergreenDetail>(),
  /** Makes a post come round again on these accounts and no others: on none it does no more. */
  set: ofBrand('PUT', 'work', '/evergreens/:id').takes<typeof evergreenSchema>().answers<EvergreenMade>(),
  /** Puts evergreens to rest, retires them, or brings them back. */
  put: ofBrand('POST', 'work', '/evergreens/state').takes<typeof evergreenStateSchema>().answers<Undoable>(),
  /** Articles of the brand's own feeds that wait for a line. Its query: `all` for those of any age. */
  fromOwn: ofBrand('GET', 'read', '/evergreens-from-own').answers<OwnArticle[]>(),
  /** Makes posts of them that come round. */
  takeFromOwn: ofBrand('POST', 'work', '/evergreens-from-own')
    .takes<typeof ownItemsSchema>()
    .answers<EvergreenMade>(),
  /** Passes over some of them. */
  passOver: ofBrand('POST', 'work', '/evergreens-from-own/passed')
    .takes<typeof passOverSchema>()
    .answers<Undoable>(),
}
