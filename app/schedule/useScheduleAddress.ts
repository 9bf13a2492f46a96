import { useScheduleStore, type HoldTarget } from './scheduleStore'
import { NO_FILTER, type SheetFilter } from '#shared/schedule/filter'

const FACES = ['sheet', 'month', 'list', 'ahead'] as const
export type Face = (typeof FACES)[number]

type Query = Partial<Record<string, unknown>>
const textIn = (query: Query, name: string): string => (typeof query[name] === 'string' ? query[name] : '')

/** What an address narrows posts to. */
export const filterIn = (query: Query): SheetFilter => ({
  ...NO_FILTER,
  ...Object.fromEntries(Object.keys(NO_FILTER).map((name) => [name, textIn(query, name)])),
})

/** The month an address names, `YYYY-MM`; null for none. */
export const monthIn = (query: Query): string | null =>
  /^2[01]\d\d-(0[1-9]|1[0-2])$/.test(textIn(query, 'month')) ? textIn(query, 'month') : null

/**
 * What the Schedule shows, as its address says it: the face, the days, and what it is narrowed to, which all
 * faces share.
 */
export function useScheduleAddress(given: { hold: (of: HoldTarget) => void }) {
  const schedule = useScheduleStore()
  const route = useRoute()
  const router = useRouter()
  const times = useTimes()
  const clock = useClockStore()
  const asked = (name: string): string => textIn(route.query, name)

  const face = ref<Face>(FACES.find((known) => known === asked('face')) ?? 'sheet')
  /** The account that is shown alone. */
  const alone = ref<string | null>(asked('account') || null)
  const filter = ref<SheetFilter>(filterIn(route.query))
  const thisMonth = computed(() => times.moment(clock.now).date.slice(0, 7))
  /** The month that was chosen, `YYYY-MM`; null for this one. */
  const chosen = ref<string | null>(monthIn(route.query))
  const month = computed({
    get: () => chosen.value ?? thisMonth.value,
    set: (now: string) => (chosen.value = now === thisMonth.value ? null : now),
  })

  onMounted(() => {
    const from = asked('from')
    if (/^\d{4}-\d\d-\d\d$/.test(from)) void schedule.open(from)
    const held = asked('hold')
    if (held) given.hold(held === 'brand' ? { kind: 'brand' } : { kind: 'account', id: held })
  })
  const query = computed(() =>
    Object.fromEntries(
      Object.entries({
        from: schedule.from,
        face: face.value === 'sheet' ? null : face.value,
        month: face.value === 'month' ? chosen.value : null,
        account: alone.value,
        ...filter.value,
      }).filter((entry): entry is [string, string] => Boolean(entry[1])),
    ),
  )
  watch(query, (now) => {
    if (route.path === '/schedule') void router.replace({ path: '/schedule', query: now })
  })
  /** Where the month with what it is narrowed to is made for paper. */
  const paper = computed(
    () =>
      `/month-on-paper?${new URLSearchParams({
        month: month.value,
        ...(alone.value ? { account: alone.value } : {}),
        ...Object.fromEntries(Object.entries(filter.value).filter(([, value]) => value !== '')),
      })}`,
  )
  return { face, alone, filter, month, thisMonth, paper }
}
