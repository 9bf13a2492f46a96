import type { LinedUp } from '#shared/api'
import { words } from '#shared/words'
import { api, Refusal, sentenceOf } from '../api/client'
import type { PlacingWish } from './usePlacing'
import type { PostEditor } from './usePostEditor'

/** Lines a post up on the accounts that are ready, with the plan as it was shown. `done` is told where it went. */
export function useLiningUp(editor: PostEditor, given: { ready: () => string[]; version: () => string; placing: PlacingWish; reload: () => Promise<void> }) {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const session = useSessionStore()
  const schedule = useScheduleStore()
  const times = useTimes()
  const busy = ref(false)
  const problem = ref('')
  const canLineUp = computed(() => brand.canWork && given.ready().length > 0 && given.version() !== '')

  /** What goes out now can't be undone: it is asked for once more. */
  const asking = ref(false)
  const goesNow = (): boolean => given.placing.placements().some(({ kind }) => kind === 'now')

  async function lineUp(done: (undone: (work: () => unknown) => void) => void): Promise<void> {
    if (!canLineUp.value || busy.value) return
    if (goesNow() && !asking.value) {
      asking.value = true
      return
    }
    asking.value = false
    busy.value = true
    problem.value = ''
    const brandId = session.brandId!
    // As it was shown when it was asked for.
    const shown = { planVersion: given.version(), accountIds: given.ready(), placements: given.placing.placements(), echoes: given.placing.echoes.value }
    try {
      if (!(await editor.save('untouched'))) {
        problem.value = editor.problem.value
        return
      }
      const input = { version: editor.version.value, ...shown }
      const result = await api.post<LinedUp>(brand.path(`/posts/${editor.id.value}/line-up`), input)
      let afterwards: () => unknown = () => undefined
      done((work) => {
        afterwards = work
      })
      const places = result.places.map((place) => `${brand.accountName(place.accountId)} ${place.at ? times.shortDayTime(place.at) : words.notices.nowhere}`).join(' · ') // prettier-ignore
      const says = result.approval === 'approved' ? words.notices.lineUpIn(places) : words.writing.lineInReview(places)
      notices.sayUndoable(says, brandId, result.historyId, () => {
        void schedule.load()
        return afterwards()
      })
      void schedule.load()
    } catch (error) {
      problem.value = sentenceOf(error)
      if (error instanceof Refusal && error.code === 'planChanged') await given.reload()
      if (error instanceof Refusal && error.code === 'stale') await editor.refresh()
    } finally {
      busy.value = false
    }
  }
  return { busy, problem, canLineUp, asking, lineUp }
}
