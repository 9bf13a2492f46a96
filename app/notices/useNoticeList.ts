import { noticeRoutes } from '#shared/notices/routes'

/** What the brand's people are told of: open notices first. */
export function useNoticeList() {
  const brand = useBrandStore()
  const { data: list, failed, reload } = useBrandQuery(noticeRoutes.notices, { changes: ['notice'] })
  const seeAll = (): Promise<null> => brand.call(noticeRoutes.markSeen)
  const open = computed(() => (list.value ?? []).filter(({ settledAt }) => settledAt === null))
  const settled = computed(() => (list.value ?? []).filter(({ settledAt }) => settledAt !== null))
  return reactive({ list, failed, open, settled, reload, seeAll })
}
