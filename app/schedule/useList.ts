import { useDebounceFn } from '@vueuse/core'
import type { SheetFilter } from '#shared/schedule/filter'
import { scheduleRoutes } from '#shared/schedule/routes'
import type { ListRow, ListSort, ListView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import { PLAN_CHANGES } from './scheduleStore'

const SOON_MS = 150

export interface ListWish {
  filter: SheetFilter
  account: string | null
  sort: ListSort
  isDescending: boolean
}

/**
 * All posts as a list whose rows come as they are scrolled to. What is shown stays until what replaces it is
 * there; of several answers the newest wins.
 */
export function useList(wish: () => ListWish) {
  const brand = useBrandStore()
  const names = shallowRef<Pick<ListView, 'people' | 'sources'> | null>(null)
  /** The first row that is still to come, where they go by time. */
  const firstComing = ref<number | null>(null)
  /** Whether another order was wished for that is not there yet. */
  const isNew = ref(true)

  const queryOf = ({ filter, account, sort, isDescending }: ListWish): Record<string, string> =>
    Object.fromEntries(
      Object.entries({ ...filter, account, sort, desc: isDescending ? '1' : '' }).filter(
        (entry): entry is [string, string] => Boolean(entry[1]),
      ),
    )
  const fetchRows = (from: number, more: Record<string, string> = {}): Promise<ListView> =>
    brand.call(scheduleRoutes.list, { query: { ...queryOf(wish()), from: String(from), ...more } })

  const rows = usePagedRows<ListRow, ListView>(
    LIMITS.listPage,
    (from) => fetchRows(from),
    (first) => {
      isNew.value = false
      if (!first) return
      firstComing.value = first.firstComing
      names.value = { people: first.people, sources: first.sources }
    },
  )
  const { pages, total, failed, load, look, rowAt } = rows
  const loadSoon = useDebounceFn(() => load(true), SOON_MS)
  watch(
    () => JSON.stringify([wish(), brand.view?.brand.id]),
    () => {
      rows.begin()
      isNew.value = true
      void loadSoon()
    },
  )
  void load(true)
  onChanges([...PLAN_CHANGES, 'post', 'evergreen'], () => load(true))

  /** All rows with their whole texts, told how many are there as they come. */
  async function all(told: (count: number) => void): Promise<ListRow[]> {
    const found: ListRow[] = []
    for (;;) {
      const view = await fetchRows(found.length, { whole: '1' })
      found.push(...view.rows)
      told(found.length)
      if (view.rows.length === 0 || found.length >= view.total) return found
    }
  }
  const again = (): Promise<void> => load(true)
  return { total, failed, firstComing, isNew, names, pages, look, rowAt, all, again }
}
