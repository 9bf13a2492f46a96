import { captureRoutes } from '#shared/capture/routes'
import { readingRoutes } from '#shared/reading/routes'
import type { CaptureView, CapturedClipping } from '#shared/capture/types'
import type { PictureView } from '#shared/posts/types'
import type { ArticleFull } from '#shared/reading/types'
import { usePostEditor } from '~/posts/usePostEditor'
import { useUsualAccounts } from '~/posts/useUsualAccounts'
import { sentenceOf } from '~/base/client'
import { docOfCapture } from './captureDoc'

/** Pictures tried by themselves, where one named first is none. */
const MOST_TRIED = 3

/** What one keeps it with. */
export interface Filing {
  note: string
  folder: string
  tags: string[]
}

/** Something captured, as it is made into a post or a clipping of the brand on screen. */
export function useCapture(given: { id: () => string; shared: () => PictureView | null }) {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const editor = usePostEditor()
  const { isUsual } = useUsualAccounts()
  const view = shallowRef<CaptureView | null>(null)
  const article = shallowRef<ArticleFull | null>(null)
  const failed = shallowRef<unknown>(null)
  const isLooking = ref(false)
  const title = ref('')
  const filing = reactive<Filing>({ note: '', folder: '', tags: [] })

  /** The picture that is used, and what went wrong with the last one. */
  const pictureUrl = ref<string | null>(null)
  const picture = shallowRef<PictureView | null>(null)
  const isTaking = ref(false)
  const pictureProblem = ref('')

  async function load(): Promise<void> {
    failed.value = null
    const id = given.id()
    try {
      const known = await brand.call(captureRoutes.capture, { id })
      if (id !== given.id()) return
      await begin(known)
      const looked = known.waits ? look(id) : Promise.resolve()
      // What the browser gave along need not wait for the page.
      if (known.captured.pictures.length === 0) await looked
      await firstPicture()
    } catch (error) {
      failed.value = error
    }
  }

  async function begin(known: CaptureView): Promise<void> {
    article.value = known.article
      ? await brand.call(readingRoutes.article, { id: known.article.id }).catch(() => null)
      : null
    view.value = known
    title.value = known.captured.title
    picture.value = null
    pictureUrl.value = null
    const draft = article.value?.draft ?? null
    if (draft) return editor.open(draft)
    const fresh = freshDoc(known)
    editor.begin(fresh, `capture ${known.captured.url ?? known.id}`)
    // What was begun about the same page goes on, with what was captured of it now.
    const quote = fresh.wordings[0]!.text
    editor.amend((doc) => {
      const [main] = doc.wordings
      doc.clippingIds = fresh.clippingIds
      if (main && !main.text.includes(quote)) main.text = [main.text.trimEnd(), quote].join('\n')
    })
  }
  const freshDoc = (known: CaptureView) =>
    docOfCapture(known, article.value, {
      accounts: brand.view!.accounts,
      isUsual,
      pillars: brand.view!.pillars.map(({ id }) => id),
      brand: brand.view!.brand,
    })

  /** The page is read by the server, where the browser gave its address alone. */
  async function look(id: string): Promise<void> {
    isLooking.value = true
    try {
      const known = await brand.call(captureRoutes.look, { id })
      if (id !== given.id()) return
      const was = view.value?.captured.title ?? ''
      view.value = known
      // A title that was written meanwhile stays.
      if (title.value === was) title.value = known.captured.title
      const { url } = known.captured
      editor.amend((doc) => {
        doc.link = url
        // It came with its address alone, and so without its title.
        if (was === '') doc.linkTitle = title.value || null
      })
    } catch (error) {
      notices.complain(error)
    } finally {
      isLooking.value = false
    }
  }
  // The title stands with the link, however it came about.
  watch(title, (now) => {
    if (editor.isOpen.value && editor.doc.value.linkTitle !== null)
      editor.amend((doc) => {
        doc.linkTitle = now || null
      })
  })

  /** The picture that was shared or pressed on, else the first that can be had. */
  async function firstPicture(): Promise<void> {
    if (editor.doc.value.pictures.length > 0) return
    if (given.shared() ?? view.value?.picture) return useOwn()
    for (const { url } of (view.value?.captured.pictures ?? []).slice(0, MOST_TRIED)) {
      await choosePicture(url)
      if (picture.value) break
    }
    if (!picture.value) await choosePicture(null)
  }

  /** Uses the picture that came with it: a shared one, or a PDF's first page. */
  function useOwn(): void {
    const own = given.shared() ?? view.value?.picture
    pictureProblem.value = ''
    if (own) use(own, '', null)
  }

  /** Uses one of its pictures, or none. */
  async function choosePicture(url: string | null): Promise<void> {
    const id = given.id()
    pictureProblem.value = ''
    pictureUrl.value = url
    if (url === null) return leaveOut()
    isTaking.value = true
    try {
      const taken = await brand.call(captureRoutes.takePicture, { id, body: { url } })
      if (id !== given.id() || pictureUrl.value !== url) return
      const known = view.value?.captured.pictures.find((candidate) => candidate.url === url)
      use(taken, known?.description ?? '', url)
    } catch (error) {
      if (pictureUrl.value !== url) return
      leaveOut()
      pictureUrl.value = null
      pictureProblem.value = sentenceOf(error)
    } finally {
      isTaking.value = false
    }
  }

  function use(taken: PictureView, description: string, url: string | null): void {
    const before = picture.value?.id
    picture.value = taken
    pictureUrl.value = url
    editor.pictures.value = new Map(editor.pictures.value).set(taken.id, taken)
    editor.amend((doc) => {
      const others = doc.pictures.filter(({ id }) => id !== before && id !== taken.id)
      doc.pictures = [{ id: taken.id, description, focus: { x: 0.5, y: 0.5 } }, ...others]
    })
  }

  function leaveOut(): void {
    const before = picture.value?.id
    picture.value = null
    editor.amend((doc) => {
      doc.pictures = doc.pictures.filter(({ id }) => id !== before)
    })
  }

  /** Keeps it as a clipping: to be used, for later, or done with since a post made from it is in line. */
  const keep = (as: { shelved?: boolean; done?: boolean }): Promise<CapturedClipping> =>
    brand.call(captureRoutes.clip, {
      id: given.id(),
      body: {
        title: title.value,
        words: view.value?.captured.words ?? '',
        note: filing.note,
        folder: filing.folder || null,
        tags: filing.tags,
        pictureUrl: pictureUrl.value,
        pictureId: picture.value?.id ?? null,
        ...as,
      },
    })

  // The accounts come with the brand; another brand begins anew.
  watch(
    () => [given.id(), brand.view?.brand.id ?? ''].join(' '),
    () => {
      if (brand.view && given.id() !== '') void load()
    },
    { immediate: true },
  )
  return {
    editor,
    view,
    article,
    failed,
    isLooking,
    title,
    filing,
    pictureUrl,
    picture,
    isTaking,
    pictureProblem,
    load,
    choosePicture,
    useOwn,
    keep,
  }
}

export type Capture = ReturnType<typeof useCapture>
