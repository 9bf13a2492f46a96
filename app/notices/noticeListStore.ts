import { noticeRoutes } from '#shared/notices/routes'
import type { NoticeView } from '#shared/notices/types'

/**
 * What the brand's people are told of: open notices first. Fetched once a screen asks for it, then kept true.
 */
export const useNoticeListStore = defineStore('noticeList', () => {
  const list = ref<NoticeView[] | null>(null)
  const brand = useBrandStore()
  const session = useSessionStore()

  async function load(): Promise<void> {
    const asked = session.brandId
    if (!asked) return
    const loaded = await brand.call(noticeRoutes.notices)
    if (asked === session.brandId) list.value = loaded
  }
  const refresh = (): Promise<void> => (list.value === null ? Promise.resolve() : load())
  async function seeAll(): Promise<void> {
    await brand.call(noticeRoutes.markSeen)
    await Promise.all([load(), brand.load()])
  }
  const open = computed(() => (list.value ?? []).filter(({ settledAt }) => settledAt === null))
  const settled = computed(() => (list.value ?? []).filter(({ settledAt }) => settledAt !== null))
  return { list, open, settled, load, refresh, seeAll }
})
