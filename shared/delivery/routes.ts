import { ofBrand } from '#shared/platform/route'
import type { DeliveryView } from '#shared/delivery/types'
import type { Undoable } from '#shared/platform/types'
import type { repointSchema } from '#shared/results/schemas'
import type { LinkView } from '#shared/results/types'
import type { deliveryActionSchema } from '#shared/delivery/schemas'

export const deliveryRoutes = {
  act: ofBrand('POST', 'work', '/deliveries/:id/do')
    .takes<typeof deliveryActionSchema>()
    .answers<DeliveryView>(),
  /** One of its pictures as it goes out: cut, and as heavy as the network takes. */
  picture: ofBrand('GET', 'read', '/deliveries/:id/pictures/:pictureId').answers<unknown>(),
  delivery: ofBrand('GET', 'read', '/deliveries/:id').answers<DeliveryView>(),
  /** The short link it went out with, and what came by it; null where it had none. */
  link: ofBrand('GET', 'read', '/deliveries/:id/link').answers<LinkView | null>(),
  /** Leads that link elsewhere from now on. */
  repoint: ofBrand('PUT', 'work', '/deliveries/:id/link').takes<typeof repointSchema>().answers<Undoable>(),
}
