import { useDebounceFn } from '@vueuse/core'
import type { SheetFilter } from '#shared/schedule/filter'
import { scheduleRoutes } from '#shared/schedule/routes'
import type { ListRow, ListSort, ListView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import { sentenceOf } from '~/base/client'
import { PLAN_CHANGES } from './scheduleStore'

const PAGE = LIMITS.listPage
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
  const pages = shallowRef(new Map<number, ListRow[]>())
  const total = ref<number | null>(null)
  const failed = ref('')
  const names = shallowRef<Pick<ListView, 'people' | 'sources'> | null>(null)
  /** The first row that is still to come, where they go by time. */
  const firstComing = ref<number | null>(null)
  /** Whether another order was wished for that is not there yet. */
  const isNew = ref(true)
  let latest = 0
  let wanted: [number, number] = [0, 0]
  const asked = new Set<number>()

  const queryOf = ({ filter, account, sort, isDescending }: ListWish): Record<string, string> =>
    Object.fromEntries(
      Object.entries({ ...filter, account, sort, desc: isDescending ? '1' : '' }).filter(
        (entry): entry is [string, string] => Boolean(entry[1]),
      ),
    )
  const fetchRows = (from: number, more: Record<string, string> = {}): Promise<ListView> =>
    brand.call(scheduleRoutes.list, { query: { ...queryOf(wish()), from: String(from), ...more } })

  /** Fetches the pages that are looked at; `anew` also those that are known. */
  async function load(isAnew = false): Promise<void> {
    const requestId = isAnew ? ++latest : latest
    if (isAnew) asked.clear()
    const [first, last] = wanted.map((row) => Math.floor(row / PAGE)) as [number, number]
    const missing = Array.from({ length: last - first + 1 }, (_, at) => first + at).filter(
      (page) => !asked.has(page) && (isAnew || !pages.value.has(page)),
    )
    missing.forEach((page) => asked.add(page))
    try {
      const answers = await Promise.all(missing.map((page) => fetchRows(page * PAGE)))
      if (requestId !== latest) return
      const now = new Map(isAnew ? [] : pages.value)
      for (const { from, rows } of answers) now.set(Math.floor(from / PAGE), rows)
      pages.value = now
      if (answers[0]) {
        total.value = answers[0].total
        firstComing.value = answers[0].firstComing
        const { people, sources } = answers[0]
        names.value = { people, sources }
      }
      isNew.value = false
      failed.value = ''
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      missing.forEach((page) => requestId === latest && asked.delete(page))
    }
  }
  const loadSoon = useDebounceFn(() => load(true), SOON_MS)
  watch(
    () => JSON.stringify([wish(), brand.view?.brand.id]),
    () => {
      wanted = [0, 0]
      isNew.value = true
      void loadSoon()
    },
  )
  void load(true)
  onChanges([...PLAN_CHANGES, 'post', 'evergreen'], () => load(true))

  /** Says which rows are looked at. */
  function look(from: number, to: number): void {
    wanted = [from, Math.max(from, to)]
    void load()
  }
  const rowAt = (index: number): ListRow | null =>
    pages.value.get(Math.floor(index / PAGE))?.[index % PAGE] ?? null
  /** All rows with their whole texts, told how many are there as they come. */
  async function all(told: (count: number) => void): Promise<ListRow[]> {
    const rows: ListRow[] = []
    for (;;) {
      const view = await fetchRows(rows.length, { whole: '1' })
      rows.push(...view.rows)
      told(rows.length)
      if (view.rows.length === 0 || rows.length >= view.total) return rows
    }
  }
  const again = (): Promise<void> => load(true)
  return { total, failed, firstComing, isNew, names, pages, look, rowAt, all, again }
}
