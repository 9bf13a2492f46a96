import { v7 as uuid } from 'uuid'
import { postRoutes } from '#shared/posts/routes'
import { captureRoutes } from '#shared/capture/routes'
import type { CaptureWay } from '#shared/capture/types'
import { isShape, isText, orMissing, readJson } from '#shared/platform/json'
import type { PictureView } from '#shared/posts/types'
import * as words from '#shared/words'
import { api } from '~/base/client'
import { forgetShared, readShared, type Shared } from './shared'

/** What a browser gives along, by whatever way. */
export interface Incoming {
  way: CaptureWay
  url: string | null
  title: string
  words: string
  html: string
  /** Whether a picture came along as a file. */
  withPicture?: boolean
}

const isPassed = isShape<{ url: string; title?: string; words?: string; html?: string }>({
  url: isText,
  title: orMissing(isText),
  words: orMissing(isText),
  html: orMissing(isText),
})

/** Signs behind the `#` that are read: more than the button ever passes. */
const LONGEST_HASH = 64_000
const ADDRESS = /https?:\/\/[^\s<>"]{1,2000}/i

/**
 * What came to the capture window with its address: behind the `#` from the bookmarks button, in the query
 * from a phone's share sheet, or the id of what is on the server already.
 */
export function useIncoming() {
  const route = useRoute()
  const router = useRouter()
  const brand = useBrandStore()
  const id = ref<string | null>(null)
  /** A picture that was shared as a file, once it is taken. */
  const picture = shallowRef<PictureView | null>(null)
  const failed = shallowRef<unknown>(null)
  const waits = shallowRef<Incoming | null>(null)

  const asked = (name: string): string => {
    const value = route.query[name]
    return typeof value === 'string' ? value : ''
  }

  async function load(): Promise<void> {
    failed.value = null
    try {
      const known = asked('id')
      if (known !== '') id.value = known
      else await loadNew()
    } catch (error) {
      failed.value = error
    }
  }

  async function loadNew(): Promise<void> {
    const key = asked('shared')
    const shared = key === '' ? null : await readShared(key)
    if (key !== '' && !shared) throw new Error(words.capture.gone)
    const incoming =
      waits.value ??
      passed(route.hash) ??
      fromShare(shared ?? { title: asked('title'), text: asked('text'), url: asked('url'), file: null })
    if (incoming) await take(incoming, picture.value ? null : shared?.file)
    // From here on the server has it.
    if (incoming && key !== '') await forgetShared(key)
  }

  /** Hands something over to the server; from then on the window's address names it, also after a reload. */
  async function take(incoming: Incoming, file: File | null = null): Promise<void> {
    waits.value = incoming
    const made = uuid()
    if (file && isPdf(file))
      await brand.call(captureRoutes.takePdf, { id: made, file, query: { name: file.name.slice(0, 200) } })
    else {
      if (file) picture.value = await brand.call(postRoutes.addPicture, { file })
      await api.call(captureRoutes.take, { id: made, body: { ...incoming, pictureUrl: null } })
    }
    waits.value = null
    id.value = made
    await router.replace({ path: '/capture', query: { id: made } })
  }

  /** The extension found no page there that could be captured. */
  const isBrowserPage = computed(() => asked('why') === 'browser-page')

  return { id, picture, failed, isBrowserPage, load, take }
}

/** Whether a file is a PDF, as far as its name and type tell. */
export const isPdf = ({ type, name }: File): boolean => type === 'application/pdf' || /\.pdf$/i.test(name)

/** What the bookmarks button passed; null where that is nothing of its. */
function passed(hash: string): Incoming | null {
  if (hash.length < 2 || hash.length > LONGEST_HASH) return null
  try {
    const { url, title = '', words = '', html = '' } = readJson(decodeURIComponent(hash.slice(1)), isPassed)
    return { way: 'button', url, title, words, html }
  } catch {
    return null
  }
}

/** What a share sheet gave: many put the address into the text. Null where there is neither. */
function fromShare(given: Shared): Incoming | null {
  const text = given.text.trim()
  const url = ADDRESS.exec(given.url)?.[0] ?? ADDRESS.exec(text)?.[0] ?? null
  const words = url === null ? text : text.replace(url, '').trim()
  const withPicture = given.file !== null
  if (url === null && words === '' && !withPicture) return null
  // What stands beside an address is most often the page's title over again.
  return {
    way: 'share',
    url,
    title: given.title || words,
    words: url === null ? words : '',
    html: '',
    withPicture,
  }
}
