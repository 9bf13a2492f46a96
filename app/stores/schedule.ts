import type { ScheduleView } from '#shared/api'
import { api } from '../api/client'
import { words } from '#shared/words'
import { addDays } from '../utils/localTime'

const DAYS = 7

/** The next seven days (the ribbon), and the seven days the Schedule shows, which are the same unless one moves. */
export const useScheduleStore = defineStore('schedule', () => {
  const ribbon = ref<ScheduleView | null>(null)
  const other = ref<ScheduleView | null>(null)
  const from = ref<string | null>(null)
  const brand = useBrandStore()
  const session = useSessionStore()
  const notices = useNoticesStore()
  const shown = computed(() => (from.value === null || from.value === ribbon.value?.from ? ribbon.value : other.value))

  async function load(): Promise<void> {
    const asked = session.brandId
    if (!asked) return
    const week = await api.get<ScheduleView>(brand.path('/schedule'))
    const moved = from.value !== null && from.value !== week.from ? await api.get<ScheduleView>(brand.path(`/schedule?from=${from.value}&days=${DAYS}`)) : null
    if (asked !== session.brandId) return
    ribbon.value = week
    other.value = moved
    useClockStore().set(week.now)
  }

  /** Shows the seven days from a day on; null goes back to today. */
  async function open(date: string | null): Promise<void> {
    from.value = date
    await load()
  }
  const move = (days: number): Promise<void> => open(addDays(shown.value?.from ?? '', days))

  async function takeOut(lineId: string): Promise<void> {
    await undoably(words.notices.takenOut, () => api.remove(brand.path(`/lines/${lineId}`)))
  }
  async function lineUpAgain(deliveryId: string): Promise<void> {
    await undoably(words.notices.linedUpAgain, () => api.post(brand.path(`/deliveries/${deliveryId}/again`)))
  }
  async function sendNow(lineId: string): Promise<void> {
    await api.post(brand.path(`/lines/${lineId}/send`))
    await load()
    notices.say(words.notices.handedOver)
  }

  async function undoably(says: string, work: () => Promise<{ historyId: string }>): Promise<void> {
    const id = session.brandId!
    const { historyId } = await work()
    await load()
    notices.sayUndoable(says, id, historyId, load)
  }
  return { ribbon, shown, from, load, open, move, takeOut, lineUpAgain, sendNow }
})
