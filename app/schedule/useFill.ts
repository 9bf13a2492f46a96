import { groupBy } from '#core/grouped'
import { useDebounceFn } from '@vueuse/core'
import { scheduleRoutes } from '#shared/schedule/routes'
import {
  FILL_KINDS,
  type FillCandidateView,
  type FillKind,
  type FillSlotView,
  type FillView,
} from '#shared/schedule/types'
import type { ChangeKind } from '#shared/platform/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { PLAN_CHANGES } from './scheduleStore'

const AFTER_MS = 120
const CHANGES = [...PLAN_CHANGES, 'post', 'article', 'evergreen'] as const satisfies ChangeKind[]

/**
 * What might fill the open slots of the days to come, by what one chose so far; asked for anew as any of it
 * changes, and nothing is stored before one takes it.
 */
export function useFill() {
  const brand = useBrandStore()
  const days = ref(7)
  /** A note may be one to oneself: clippings are proposed where one asks for them. */
  const kinds = ref<FillKind[]>(FILL_KINDS.filter((kind) => kind !== 'clipping'))
  /** What was chosen for a slot by hand: a candidate, or null to leave it open. */
  const choices = ref(new Map<string, { accountId: string; at: string; candidateId: string | null }>())
  /** Other words for a clipping's post. */
  const texts = ref(new Map<string, string>())
  const view = shallowRef<FillView | null>(null)
  const failed = ref('')
  const isAsking = ref(false)
  let latest = 0

  const ask = () => ({
    days: days.value,
    kinds: kinds.value,
    texts: [...texts.value].map(([clippingId, text]) => ({ clippingId, text })),
  })
  async function load(): Promise<void> {
    const requestId = ++latest
    if (!brand.view || !brand.canWork) return
    isAsking.value = true
    failed.value = ''
    try {
      const body = { ...ask(), choices: [...choices.value.values()] }
      const found = await brand.call(scheduleRoutes.proposeFill, { body })
      if (requestId === latest) view.value = found
    } catch (error) {
      if (requestId === latest) failed.value = sentenceOf(error)
    } finally {
      if (requestId === latest) isAsking.value = false
    }
  }
  const loadSoon = useDebounceFn(load, AFTER_MS)
  watch(
    () => JSON.stringify([ask(), [...choices.value.values()], brand.view?.brand.id]),
    () => {
      isAsking.value = true
      void loadSoon()
    },
    { flush: 'sync' },
  )
  void load()
  onChanges(CHANGES, loadSoon)

  const byId = computed(() => new Map((view.value?.candidates ?? []).map((one) => [one.id, one])))
  const filling = ({ candidateId }: FillSlotView): FillCandidateView | null =>
    byId.value.get(candidateId ?? '') ?? null
  const used = computed(() => new Set((view.value?.slots ?? []).flatMap((slot) => slot.candidateId ?? [])))
  const unused = computed(() => (view.value?.candidates ?? []).filter(({ id }) => !used.value.has(id)))
  /** The same, each once with all its accounts. */
  const unplaced = computed(() =>
    [...groupBy(unused.value, ({ postId, clippingId, problem }) => `${postId ?? clippingId} ${problem}`)].map(
      ([key, all]) => ({
        ...{ key, kind: all[0]!.kind, text: all[0]!.text, problem: all[0]!.problem },
        accountIds: all.map(({ accountId }) => accountId),
      }),
    ),
  )
  /** Where one chose something by hand it stays. */
  const chosen = computed(() => new Set([...choices.value.values()].map(({ candidateId }) => candidateId)))
  /** What else might go where a slot is, of its account and pillar; what is only proposed elsewhere moves. */
  const othersFor = (slot: FillSlotView): FillCandidateView[] =>
    (view.value?.candidates ?? []).filter(
      (one) =>
        one.problem === '' &&
        one.id !== slot.candidateId &&
        !chosen.value.has(one.id) &&
        one.accountId === slot.accountId &&
        (slot.use !== 'pillar' || one.pillarId === slot.pillarId),
    )
  /** Puts a candidate into a slot, or leaves that open (null). */
  const choose = ({ accountId, at }: FillSlotView, candidateId: string | null): void =>
    void choices.value.set(`${accountId} ${at}`, { accountId, at, candidateId })
  /** Lets a slot be filled as it is proposed. */
  const unchoose = ({ accountId, at }: FillSlotView): void => void choices.value.delete(`${accountId} ${at}`)

  const busy = ref(false)
  const problem = ref('')
  /** Lines up what is shown. Gives whether it went through. */
  async function take(): Promise<boolean> {
    const now = view.value
    if (!now || busy.value) return false
    busy.value = true
    problem.value = ''
    const picks = now.slots.flatMap(({ accountId, at, candidateId }) =>
      candidateId === null ? [] : [{ accountId, at, candidateId }],
    )
    const shown = picks.flatMap(({ candidateId }) => {
      const one = byId.value.get(candidateId)
      return one?.clippingId ? [[one.clippingId, one.text] as const] : []
    })
    const body = {
      ...ask(),
      texts: [...new Map(shown)].map(([clippingId, text]) => ({ clippingId, text })),
      picks,
      version: now.version,
    }
    try {
      await brand.change(
        ({ count, inReview }) => words.fill.taken(count, inReview),
        () => brand.call(scheduleRoutes.takeFill, { body }),
      )
      choices.value.clear()
      texts.value.clear()
      return true
    } catch (error) {
      problem.value = sentenceOf(error)
      void load()
      return false
    } finally {
      busy.value = false
    }
  }
  return {
    ...{ days, kinds, texts, view, failed, isAsking, busy, problem, used, unplaced },
    ...{ load, filling, othersFor, choose, unchoose, take },
  }
}
