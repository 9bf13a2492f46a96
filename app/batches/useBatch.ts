import type { PostCells, PostColumns } from '#core/formats/postFields'
import type { DayOrder } from '#core/formats/moments'
import { batchRoutes } from '#shared/batches/routes'
import type { BatchRow, BatchRows, BatchUsual, BatchView } from '#shared/batches/types'
import { LIMITS } from '#shared/platform/limits'
import { sentenceOf } from '~/base/client'

const PAGE = LIMITS.batchPage

export type BatchTab = 'all' | 'faulty' | 'ready' | 'left-out' | 'taken'

/** A file of posts on screen: how it stands, the rows that are looked at, and what is done with it. */
export function useBatch(id: string) {
  const brand = useBrandStore()
  const query = useBrandQuery(batchRoutes.batch, { changes: ['batch'], given: () => ({ id }) })
  const tab = ref<BatchTab>('all')
  const pages = shallowRef(new Map<number, BatchRow[]>())
  const total = ref<number | null>(null)
  const failed = ref('')
  const busy = ref(false)
  let latest = 0
  let wanted: [number, number] = [0, 0]
  const asked = new Set<number>()

  /** Fetches the pages that are looked at; `anew` also those that are known. */
  async function load(isAnew: boolean): Promise<void> {
    const requestId = isAnew ? ++latest : latest
    if (isAnew) asked.clear()
    const [first, last] = wanted.map((row) => Math.floor(row / PAGE)) as [number, number]
    const missing = Array.from({ length: last - first + 1 }, (_, at) => first + at).filter(
      (page) => !asked.has(page) && (isAnew || !pages.value.has(page)),
    )
    missing.forEach((page) => asked.add(page))
    try {
      const answers = await Promise.all(missing.map((page) => rowsFrom(page * PAGE)))
      if (requestId !== latest) return
      const now = new Map(isAnew ? [] : pages.value)
      for (const { from, rows } of answers) now.set(Math.floor(from / PAGE), rows)
      pages.value = now
      if (answers[0]) total.value = answers[0].total
      failed.value = ''
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      missing.forEach((page) => requestId === latest && asked.delete(page))
    }
  }
  const rowsFrom = (from: number): Promise<BatchRows> =>
    brand.call(batchRoutes.rows, {
      id,
      query: { from: String(from), ...(tab.value === 'all' ? {} : { only: tab.value }) },
    })
  /** Says which rows are looked at. */
  function look(from: number, to: number): void {
    wanted = [from, Math.max(from, to)]
    void load(false)
  }
  watch(tab, () => {
    wanted = [0, 0]
    total.value = null
    void load(true)
  })
  watch(
    () => brand.view?.brand.id,
    (brandId) => brandId && void load(true),
    { immediate: true },
  )
  onChanges(['batch'], () => load(true))
  const rowAt = (index: number): BatchRow | null =>
    pages.value.get(Math.floor(index / PAGE))?.[index % PAGE] ?? null

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
