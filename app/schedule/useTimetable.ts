import type { InferType } from 'yup'
import { scheduleRoutes } from '#shared/schedule/routes'
import { watchDebounced } from '@vueuse/core'
import type { HolidaysView } from '#shared/almanac/types'
import type { Account } from '#shared/networks/types'
import type { Undoable } from '#shared/platform/types'
import type { ExceptView, PlanChange } from '#shared/schedule/types'
import { timetableSchema } from '#shared/schedule/schemas'
import * as words from '#shared/words'
import { withTyped, type PlannedSlot } from './timetables'

/** A day that differs, as it is typed. */
export interface ExceptDraft {
  date: string
  action: ExceptView['action']
  slots: ExceptView['slots']
  /** Times that are being typed, to become slots. */
  typed: string
}

/** A share, in percent. */
export interface MixDraft {
  pillarId: string
  percent: number | string
  windowDays: number | string
}

const TRY_AFTER_MS = 250

/**
 * An account's timetable being edited: what it would move is asked for as it changes, and nothing is stored
 * before one saves.
 */
export function useTimetable(id: string) {
  const brand = useBrandStore()
  const account = computed(() => brand.view?.accounts.find((account) => account.id === id) ?? null)
  const form = useForm(timetableSchema, {
    slots: [] as PlannedSlot[],
    except: [] as unknown[],
    holidays: null as HolidaysView | null,
    mix: [] as unknown[],
    perDay: null as number | string | null,
    minGapMinutes: 0 as number | string,
    repeatAfterDays: null as number | string | null,
    version: 0,
  })
  const days = ref<ExceptDraft[]>([])
  const shares = ref<MixDraft[]>([])
  const holidays = computed({
    get: () => form.values.holidays,
    set: (wish) => (form.values.holidays = wish),
  })
  const change = ref<PlanChange | null>(null)

  function take(known: Account): void {
    const { perDay, minGapMinutes, repeatAfterDays, version } = known
    const slots = known.slots.map(({ weekday, time, use, pillarId }) => ({ weekday, time, use, pillarId }))
    days.value = known.except.map(({ date, action, slots: own }) => ({
      date,
      action,
      slots: own,
      typed: '',
    }))
    shares.value = known.mix.map(({ pillarId, maxShare, windowDays }) => ({
      pillarId,
      percent: Math.round(maxShare * 100),
      windowDays,
    }))
    form.start({
      slots,
      except: known.except,
      holidays: known.holidays,
      mix: known.mix,
      perDay,
      minGapMinutes,
      repeatAfterDays,
      version,
    })
    kept = current()
    change.value = null
  }
  let kept = ''
  const current = (): string =>
    JSON.stringify({ ...form.values, except: excepts(days.value), mix: mixes(shares.value) })
  const isChanged = computed(() => form.values.version > 0 && current() !== kept)
  watch(
    account,
    (now) =>
      now &&
      (form.values.version === 0 || (now.version !== form.values.version && !isChanged.value)) &&
      take(now),
    { immediate: true },
  )
  watch(
    [days, shares],
    () => Object.assign(form.values, { except: excepts(days.value), mix: mixes(shares.value) }),
    { deep: true },
  )

  const checked = (): InferType<typeof timetableSchema> | null => {
    try {
      return timetableSchema.validateSync({ ...form.values }, { abortEarly: true })
    } catch {
      return null
    }
  }
  const isRight = computed(() => checked() !== null)
  let latest = 0
  watchDebounced(
    current,
    async () => {
      const requestId = ++latest
      const asked = checked()
      if (!isChanged.value || asked === null || !brand.isOwner) return void (change.value = null)
      const found = await brand.call(scheduleRoutes.tryTimetable, { id, body: asked }).catch(() => null)
      if (requestId === latest) change.value = found
    },
    { debounce: TRY_AFTER_MS },
  )

  async function save(): Promise<boolean> {
    const done = await form.send((values) =>
      brand.change<Undoable>(words.timetable.saved, () =>
        brand.call(scheduleRoutes.setTimetable, { id, body: values }),
      ),
    )
    if (done && account.value) take(account.value)
    return done
  }
  return { account, form, days, holidays, shares, change, isChanged, isRight, save }
}

const excepts = (days: ExceptDraft[]): ExceptView[] =>
  days.map(({ date, action, slots, typed }) => ({
    date,
    action,
    slots: action === 'none' ? [] : withTyped(slots, typed).slots,
  }))

const mixes = (shares: MixDraft[]) =>
  shares.map(({ pillarId, percent, windowDays }) => ({
    pillarId,
    maxShare: Number(percent) / 100,
    windowDays: Number(windowDays),
  }))
