import type { PostCells, PostColumns } from '#core/formats/postFields'
import type { DayOrder } from '#core/formats/moments'
import { batchRoutes } from '#shared/batches/routes'
import type { BatchRow, BatchRows, BatchUsual, BatchView } from '#shared/batches/types'
import { LIMITS } from '#shared/platform/limits'

export type BatchTab = 'all' | 'faulty' | 'ready' | 'left-out' | 'taken'

/** A file of posts on screen: how it stands, the rows that are looked at, and what is done with it. */
export function useBatch(id: string) {
  const brand = useBrandStore()
  const query = useBrandQuery(batchRoutes.batch, { changes: ['batch'], given: () => ({ id }) })
  const tab = ref<BatchTab>('all')
  const busy = ref(false)

  const rowsFrom = (from: number): Promise<BatchRows> =>
    brand.call(batchRoutes.rows, {
      id,
      query: { from: String(from), ...(tab.value === 'all' ? {} : { only: tab.value }) },
    })
  const rows = usePagedRows<BatchRow, BatchRows>(LIMITS.batchPage, rowsFrom)
  const { pages, total, failed, load, look, rowAt } = rows
  watch(tab, () => {
    rows.begin()
    total.value = null
    void load(true)
  })
  watch(
    () => brand.view?.brand.id,
    (brandId) => brandId && void load(true),
    { immediate: true },
  )
  onChanges(['batch'], () => load(true))

  /** Does something with the file; what it answers is shown. Throws a Refusal. */
  async function act(work: () => Promise<BatchView>): Promise<void> {
    if (busy.value) return
    busy.value = true
    try {
      query.set(await work())
      await load(true)
    } finally {
      busy.value = false
    }
  }
  const version = (): number => query.data.value?.version ?? 0
  const take = (): Promise<void> =>
    act(() => brand.call(batchRoutes.take, { id, body: { version: version() } }))
  const stop = (): Promise<void> => act(() => brand.call(batchRoutes.stop, { id }))
  const takeBack = (): Promise<void> => act(() => brand.call(batchRoutes.takeBack, { id }))
  const setReading = (reading: {
    columns: PostColumns
    order: DayOrder | null
    usual: BatchUsual
  }): Promise<void> =>
    act(() => brand.call(batchRoutes.setReading, { id, body: { ...reading, version: version() } }))
  /** Writes a row's cells anew, or leaves it out or in. */
  async function edit(
    position: number,
    change: { cells?: PostCells; isLeftOut?: boolean },
  ): Promise<BatchRow> {
    const row = await brand.call(batchRoutes.editRow, {
      id,
      body: { position, cells: change.cells ?? {}, isLeftOut: change.isLeftOut },
    })
    await Promise.all([query.reload(), load(true)])
    return row
  }
  /** The first row after a position that is to be mended, from the beginning if there is none behind. */
  async function nextFaulty(after: number): Promise<BatchRow | null> {
    const faulty = [
      ...(await brand.call(batchRoutes.rows, { id, query: { only: 'faulty', from: '0' } })).rows,
    ]
    return faulty.find(({ position }) => position > after) ?? faulty[0] ?? null
  }
  return {
    ...{ view: query.data, viewFailed: query.failed, tab, total, failed, busy, pages },
    ...{ look, rowAt, take, stop, takeBack, setReading, edit, nextFaulty, show: query.set },
    again: () => load(true),
  }
}
