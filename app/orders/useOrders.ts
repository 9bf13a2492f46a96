import { orderRoutes } from '#shared/orders/routes'

const CHANGES = ['order', 'account', 'brand', 'watch', 'tag', 'source', 'pillar', 'campaign'] as const

/** The brand's standing orders, while `enabled` says that they are wanted. */
export function useOrders(enabled: () => boolean = () => true) {
  const brand = useBrandStore()
  const query = useBrandQuery(orderRoutes.orders, {
    changes: CHANGES,
    enabled: () => brand.view !== null && brand.canWork && enabled(),
  })
  const byId = computed(() => new Map((query.data.value?.orders ?? []).map((order) => [order.id, order])))
  const nameOf = (id: string | null): string => byId.value.get(id ?? '')?.name ?? ''
  return { view: query.data, failed: query.failed, reload: query.reload, byId, nameOf }
}
