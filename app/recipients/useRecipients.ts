import { recipientRoutes } from '#shared/recipients/routes'

/** Whom the brand hands on to, while `enabled` says that they are wanted. */
export function useRecipients(enabled: () => boolean = () => true) {
  const brand = useBrandStore()
  const query = useBrandQuery(recipientRoutes.recipients, {
    changes: ['recipient', 'notice'],
    enabled: () => brand.view !== null && brand.canWork && enabled(),
  })
  const list = computed(() => query.data.value?.recipients ?? [])
  return { view: query.data, list, failed: query.failed, reload: query.reload }
}
