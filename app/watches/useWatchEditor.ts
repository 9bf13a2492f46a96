import { watchRoutes } from '#shared/watches/routes'
import { isListOf, isNumber, isShape, isText, orNull, readJson } from '#shared/platform/json'
import type { Undoable } from '#shared/platform/types'
import { watchSchema } from '#shared/watches/schemas'
import type { Watch } from '#shared/watches/types'
import * as words from '#shared/words'

type Values = Omit<Watch, 'id' | 'unread' | 'news' | 'run' | 'feedAddress'> & Record<string, unknown>

const blank = (ink: number): Values => ({
  name: '',
  query: '',
  ink,
  tags: [],
  hashtags: [],
  pillarId: null,
  accountIds: null,
  folders: [],
  sources: [],
  collects: false,
  hides: false,
  tells: false,
  onRail: false,
  version: 1,
})

/**
 * A watch in writing. What is typed is kept in this browser until it is saved, also over a closed tab; of an
 * older state of the watch it is let go. `begin`: what a new watch begins with.
 */
export function useWatchEditor(id: string | null, begin: Partial<Values>) {
  const brand = useBrandStore()
  const session = useSessionStore()
  const form = useForm(watchSchema, blank(1))
  const known = computed(() => brand.view?.watches.find((watch) => watch.id === id) ?? null)
  const place = `quill-watch:${session.brandId}:${id ?? 'new'}`
  const isMissing = computed(() => id !== null && brand.view !== null && known.value === null)
  let saved = ''

  function start(): void {
    const fresh = {
      ...blank((brand.view!.watches.length % 8) + 1),
      ...(known.value ? valuesOf(known.value) : begin),
    }
    saved = JSON.stringify(fresh)
    const kept = read(place)
    const isOurs = kept && kept.version === fresh.version && !(id === null && begin.query)
    form.start(isOurs ? { ...fresh, ...kept } : fresh)
  }
  watch(
    () => brand.view !== null && !isMissing.value,
    (ready) => ready && start(),
    { immediate: true },
  )
  // Changed elsewhere while nothing is being written here: the new state is shown.
  watch(
    () => known.value?.version,
    (version, before) => {
      if (known.value && before !== undefined && version !== before && JSON.stringify(form.values) === saved)
        start()
    },
  )
  watch(
    () => JSON.stringify(form.values),
    (now) => (now === saved ? localStorage.removeItem(place) : localStorage.setItem(place, now)),
  )
  const isChanged = computed(() => JSON.stringify(form.values) !== saved)

  /** Saves it. Gives its id, or null where it was refused. */
  async function save(): Promise<string | null> {
    let made = id
    const done = await form.send((values) =>
      id
        ? brand.change<Undoable>(words.notices.saved, () =>
            brand.call(watchRoutes.editWatch, { id, body: values }),
          )
        : brand.change<Undoable>(words.notices.added(values.name), async () => {
            const answer = await brand.call(watchRoutes.addWatch, { body: values })
            made = answer.id
            return answer
          }),
    )
    if (!done) return null
    localStorage.removeItem(place)
    if (id && known.value) start()
    return made
  }
  async function remove(): Promise<boolean> {
    const { id: watchId, name } = known.value!
    const done = await form.send(() =>
      brand.change(words.notices.removed(name), () => brand.call(watchRoutes.removeWatch, { id: watchId })),
    )
    if (done) localStorage.removeItem(place)
    return done
  }
  return { form, known, isMissing, isChanged, save, remove }
}

const valuesOf = ({
  name,
  query,
  ink,
  tags,
  hashtags,
  pillarId,
  accountIds,
  folders,
  sources,
  collects,
  hides,
  tells,
  onRail,
  version,
}: Watch): Values => ({
  name,
  query,
  ink,
  tags,
  hashtags,
  pillarId,
  accountIds,
  folders,
  sources,
  collects,
  hides,
  tells,
  onRail,
  version,
})

const isValues = (value: unknown): value is Values =>
  isShape<Pick<Values, 'name' | 'query' | 'tags' | 'hashtags' | 'folders' | 'sources' | 'version'>>({
    name: isText,
    query: isText,
    tags: isListOf(isText),
    hashtags: isListOf(isText),
    folders: isListOf(isText),
    sources: isListOf(isText),
    version: isNumber,
  })(value)

function read(place: string): Values | null {
  try {
    return readJson(localStorage.getItem(place) ?? 'null', orNull(isValues))
  } catch {
    return null
  }
}
