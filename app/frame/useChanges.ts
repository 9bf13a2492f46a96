import { isListOf, isNumber, isShape, isText, orNull, readJson, type Is } from '#shared/platform/json'
import type { ChangeEvent } from '#shared/platform/types'
import * as words from '#shared/words'
import { onSignedOut } from '~/base/client'
import { ownRequests } from '~/base/ownRequests'

const isChanges = isListOf(
  isShape<ChangeEvent>({
    seq: isNumber,
    brandId: orNull(isText),
    what: isText as Is<ChangeEvent['what']>,
    which: isText,
    request: orNull(isText),
  }),
)

const AGAIN_MS = 5000
const AGAIN_AT_MOST_MS = 60_000

/**
 * Follows the server's stream of changes while the component is there, and passes on what is news here: what
 * this window changed itself it knows from the answers. The browser takes the stream up again by itself where
 * it was cut; one that the server refused is opened anew after a while, and all that is on screen fetched.
 */
export function useChanges(): void {
  const session = useSessionStore()
  const changes = useChangesStore()
  const sayNews = useWatchNews()
  let stream: EventSource | null = null
  let again: ReturnType<typeof setTimeout> | undefined
  let wait = AGAIN_MS

  /** Each by itself: what waits for an answer of this window's holds up no other. */
  async function take({ brandId, what, which, request }: ChangeEvent): Promise<void> {
    if (await ownRequests.isKnown(request)) return
    if (brandId !== null && brandId !== session.brandId) return changes.hearOf(brandId, what)
    if (what === 'watch-hit') sayNews(which)
    changes.hear([what])
  }
  function open(isAgain: boolean): void {
    stream = new EventSource('/api/events')
    stream.addEventListener('changes', (event: MessageEvent<string>) => {
      for (const change of readJson(event.data, isChanges)) void take(change)
    })
    stream.addEventListener('open', () => {
      wait = AGAIN_MS
      if (isAgain) void changes.refreshAll()
      isAgain = false
    })
    stream.addEventListener('error', () => {
      // Cut off: the browser tries again, and is told what it missed. Refused: it never does.
      if (stream?.readyState !== EventSource.CLOSED) return
      clearTimeout(again)
      again = setTimeout(() => open(true), wait)
      wait = Math.min(wait * 2, AGAIN_AT_MOST_MS)
    })
  }
  onMounted(() => open(false))
  onScopeDispose(() => {
    clearTimeout(again)
    stream?.close()
  })
  useSignedOut()
  onChanges(['brand'], () => session.load())
}

/** Gives what is told of a watch that found something: it is said once it is known how much. */
function useWatchNews(): (id: string) => void {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const goTo = useGoTo()
  const told = new Set<string>()

  watch(
    () => brand.view,
    (view) => {
      const found = (view?.watches ?? []).filter(({ id, news }) => told.has(id) && news > 0)
      told.clear()
      const [first] = found
      if (first)
        notices.sayWithLink(
          found.map(({ name, news }) => words.frame.news(name, news)).join(' · '),
          words.frame.lookAt,
          () => goTo({ path: '/wire', query: { watch: first.id } }),
        )
    },
  )
  return (id) => void told.add(id)
}

/** Whoever was signed out meanwhile is told so, and led back to where they were once they signed in again. */
function useSignedOut(): void {
  const notices = useNoticesStore()
  const route = useRoute()
  onSignedOut(() =>
    notices.sayWithLink(words.frame.signedOut, words.frame.signInAgain, () => {
      sessionStorage.setItem('quill-wanted', route.fullPath)
      window.location.assign('/sign-in')
    }),
  )
}
