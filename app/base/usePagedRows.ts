import { sentenceOf } from './client'

/** Some rows of a long list, `from` one on, of so many. */
interface RowsFrom<R> {
  from: number
  total: number
  rows: R[]
}

/**
 * Rows that come a page at a time as they are scrolled to. What is shown stays until what replaces it is
 * there; of several answers the newest wins. `arrived`: told of the first of what came, once it is shown.
 */
export function usePagedRows<R, A extends RowsFrom<R>>(
  size: number,
  ask: (from: number) => Promise<A>,
  arrived: (first: A | undefined) => void = () => undefined,
) {
  const pages: Ref<Map<number, R[]>> = shallowRef(new Map<number, R[]>())
  const total = ref<number | null>(null)
  const failed = ref('')
  let latest = 0
  let wanted: [number, number] = [0, 0]
  const asked = new Set<number>()

  /** Fetches the pages that are looked at; `anew` also those that are known. */
  async function load(isAnew = false): Promise<void> {
    const requestId = isAnew ? ++latest : latest
    if (isAnew) asked.clear()
    const [first, last] = wanted.map((row) => Math.floor(row / size)) as [number, number]
    const missing = Array.from({ length: last - first + 1 }, (_, at) => first + at).filter(
      (page) => !asked.has(page) && (isAnew || !pages.value.has(page)),
    )
    missing.forEach((page) => asked.add(page))
    try {
      const answers = await Promise.all(missing.map((page) => ask(page * size)))
      if (requestId !== latest) return
      const now = new Map(isAnew ? [] : pages.value)
      for (const { from, rows } of answers) now.set(Math.floor(from / size), rows)
      pages.value = now
      if (answers[0]) total.value = answers[0].total
      arrived(answers[0])
      failed.value = ''
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      missing.forEach((page) => requestId === latest && asked.delete(page))
    }
  }
  /** Says which rows are looked at. */
  function look(from: number, to: number): void {
    wanted = [from, Math.max(from, to)]
    void load()
  }
  /** From now on the beginning is looked at; nothing is fetched yet. */
  const begin = (): void => void (wanted = [0, 0])
  const rowAt = (index: number): R | null => pages.value.get(Math.floor(index / size))?.[index % size] ?? null
  return { pages, total, failed, load, look, begin, rowAt }
}
