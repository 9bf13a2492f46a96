import { refDebounced } from '@vueuse/core'
import * as words from '#shared/words'
import { ALL_WAITING, type ClippingFilter } from './useClippings'

/** What is looked for among the clippings: it stands in the address, so that reload and back keep it. */
export function useClippingFilter() {
  const route = useRoute()
  const router = useRouter()
  const session = useSessionStore()
  const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
  const oneOf = <T extends string>(known: Record<T, unknown>, value: string, fallback: T): T =>
    value in known ? (value as T) : fallback

  const filter = shallowRef<ClippingFilter>({
    show: oneOf(words.clippings.shows, asked('show'), 'waiting'),
    folder: asked('folder'),
    kind: oneOf<ClippingFilter['kind']>({ '': '', ...words.collection.kinds }, asked('kind'), ''),
    tag: asked('tag'),
    text: asked('q'),
    written: oneOf(words.clippings.writtenChoices, asked('written'), 'any'),
  })
  const set = (patch: Partial<ClippingFilter>): void => void (filter.value = { ...filter.value, ...patch })
  /** What is looked for: words once one pauses in typing them. */
  const typed = refDebounced(
    computed(() => filter.value.text),
    160,
  )
  watch(filter, ({ show, folder, kind, tag, text, written }) => {
    const query = {
      ...(show === 'waiting' ? {} : { show }),
      ...(folder ? { folder } : {}),
      ...(kind ? { kind } : {}),
      ...(tag ? { tag } : {}),
      ...(text ? { q: text } : {}),
      ...(written === 'any' ? {} : { written }),
    }
    void router.replace({ path: '/clippings', query })
  })
  watch(
    () => session.brandId,
    () => set(ALL_WAITING),
    { flush: 'sync' },
  )
  const isFiltered = computed(
    () =>
      filter.value.folder !== '' ||
      filter.value.kind !== '' ||
      filter.value.tag !== '' ||
      filter.value.text.trim() !== '' ||
      filter.value.written !== 'any',
  )
  return { filter, set, isFiltered, wanted: () => ({ ...filter.value, text: typed.value }) }
}
