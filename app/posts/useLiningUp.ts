import { scheduleRoutes } from '#shared/schedule/routes'
import { useTimeoutFn } from '@vueuse/core'
import * as words from '#shared/words'
import { Refusal, sentenceOf } from '~/base/client'
import type { PlacingWish } from '~/schedule/usePlacing'
import type { PostEditor } from './usePostEditor'
import { useUsualAccounts } from './useUsualAccounts'

/** How long the checks may take before one is told. */
const PATIENCE_MS = 40_000

/** Is told that it was lined up, and takes what is to be done where that is undone. */
export type Done = (undone: (work: () => unknown) => void) => void

interface Given {
  ready: () => string[]
  version: () => string
  placing: PlacingWish
  reload: () => Promise<void>
  /** What is still being looked at; null when everything is known. */
  checking: () => 'link' | 'post' | null
  /** Why it can't be lined up, as a sentence. */
  stop: () => string | null
}

/**
 * Lines a post up on the accounts that are ready, with the plan as it was shown. Asked for while it is still
 * being checked, it is done once that is known, or refused aloud.
 */
export function useLiningUp(editor: PostEditor, given: Given) {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const session = useSessionStore()
  const times = useTimes()
  const usual = useUsualAccounts()
  const busy = ref(false)
  const problem = ref('')
  const canLineUp = computed(() => brand.canWork && given.ready().length > 0 && given.version() !== '')
  /** Whether asking for it leads to anything, now or once it is checked. */
  const canAsk = computed(() => canLineUp.value || (brand.canWork && given.checking() !== null))

  /** What goes out now can't be undone: it is asked for once more. */
  const asking = ref(false)
  const goesNow = (): boolean => given.placing.placements().some(({ kind }) => kind === 'now')

  const wanted = shallowRef<Done | null>(null)
  const waitsFor = computed(() => (wanted.value ? (given.checking() ?? 'post') : null))
  const patience = useTimeoutFn(() => forget(words.writing.notChecked), PATIENCE_MS, { immediate: false })
  function want(done: Done): void {
    wanted.value = done
    problem.value = ''
    patience.start()
  }
  function forget(why: string): void {
    if (!wanted.value) return
    wanted.value = null
    patience.stop()
    problem.value = why
  }
  // Behind all that looks at the post: what is known only now may begin another check.
  watch(
    given.checking,
    (checking) => {
      const done = wanted.value
      if (!done || checking) return
      forget('')
      void lineUp(done)
    },
    { flush: 'post' },
  )
  // It was asked for as it stood: whoever writes on, or leaves it, asks again.
  watch(
    () =>
      [
        editor.id.value,
        ...editor.doc.value.wordings.map((wording) => wording.text),
        ...editor.doc.value.accounts.map(({ ownText }) => ownText),
      ].join('\n'),
    () => {
      if (wanted.value) forget(words.writing.wentOn)
      else problem.value = ''
    },
  )
  watch(
    editor.id,
    () => {
      if (!wanted.value) return
      forget('')
      notices.say(words.writing.leftBefore)
    },
    { flush: 'sync' },
  )

  async function lineUp(done: Done): Promise<void> {
    if (!brand.canWork || busy.value) return
    if (given.checking()) return want(done)
    if (!canLineUp.value) {
      problem.value =
        given.stop() ?? (given.ready().length > 0 ? words.writing.notChecked : words.writing.notReady)
      return
    }
    if (goesNow() && !asking.value) {
      asking.value = true
      return
    }
    asking.value = false
    busy.value = true
    problem.value = ''
    const brandId = session.brandId!
    // As it was shown when it was asked for.
    const shown = {
      planVersion: given.version(),
      accountIds: given.ready(),
      placements: given.placing.placements(),
      echoes: given.placing.echoes.value,
    }
    try {
      if (!(await editor.save('untouched'))) {
        problem.value = editor.problem.value
        return
      }
      const input = { version: editor.version.value, ...shown }
      // What was chosen for one slot, or from nothing, says nothing of the next article.
      if (editor.doc.value.articleId !== null)
        usual.remember(editor.doc.value.accounts.flatMap((part) => (part.chosen ? [part.accountId] : [])))
      const result = await brand.call(scheduleRoutes.lineUp, { id: editor.id.value, body: input })
      let afterwards: () => unknown = () => undefined
      done((work) => {
        afterwards = work
      })
      const places = result.places
        .map(
          (place) =>
            `${brand.accountName(place.accountId)} ${place.at ? times.shortDayTime(place.at) : words.notices.nowhere}`,
        )
        .join(' · ')
      const message =
        result.approval === 'approved' ? words.notices.lineUpIn(places) : words.writing.lineInReview(places)
      notices.sayUndoable(message, brandId, result.historyId, () => afterwards())
    } catch (error) {
      problem.value = sentenceOf(error)
      if (error instanceof Refusal && error.code === 'planChanged') await given.reload()
      if (error instanceof Refusal && error.code === 'stale') await editor.refresh()
    } finally {
      busy.value = false
    }
  }
  return { busy, problem, canAsk, asking, waitsFor, lineUp }
}
