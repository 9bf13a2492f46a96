import { ofBrand } from '#shared/platform/route'
import type { DeliveryView } from '#shared/delivery/types'
import type { deliveryActionSchema } from '#shared/delivery/schemas'

export const deliveryRoutes = {
  act: ofBrand('POST', 'work', '/deliveries/:id/do')
    .takes<typeof deliveryActionSchema>()
    .answers<DeliveryView>(),
  delivery: ofBrand('GET', 'read', '/deliveries/:id').answers<DeliveryView>(),
}
