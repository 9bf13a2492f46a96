import * as words from '#shared/words'
import type { Place } from './place'
import { useSources } from '~/sources/useSources'
import { useReading } from '~/reading/useReading'

/** What can be done by its name from anywhere, for whoever may do it. */
export function useCommands() {
  const session = useSessionStore()
  const goTo = useGoTo()
  const brand = useBrandStore()
  const sources = useSources()
  const notices = useNoticesStore()
  const theme = useTheme()
  const { resize } = useReading()
  const { openKeys } = useKeysDialog()
  const labels = words.find.commands

  async function fetchAll(): Promise<void> {
    try {
      const ids = (sources.list ?? []).map(({ id }) => id)
      if (ids.length === 0) return
      const { count } = await sources.several(ids.slice(0, 500), 'fetch')
      notices.say(words.source.several.said.fetch(count))
    } catch (error) {
      notices.complain(error)
    }
  }
  const command = (name: string, run: () => unknown): Place => ({ name, kind: 'command', to: name, run })

  return computed((): Place[] => [
    ...(brand.canWork
      ? [
          command(labels.addSource, () => goTo('/set-up/sources')),
          command(labels.addWatch, () => goTo('/watch/new')),
          command(words.writing.newPost, () => goTo('/desk/new')),
          command(words.campaigns.title, () => goTo('/campaigns')),
          command(words.almanac.title, () => goTo('/almanac')),
          command(words.batch.title, () => goTo('/posts-from-file')),
          command(labels.fetchAll, fetchAll),
          command(brand.view?.brand.hold ? words.hold.liftTitle.brand : words.hold.title.brand, () =>
            goTo({ path: '/schedule', query: { hold: 'brand' } }),
          ),
          ...(brand.view?.accounts ?? []).map(({ id, name, hold }) =>
            command(hold ? words.hold.liftTitle.account(name) : words.hold.title.account(name), () =>
              goTo({ path: '/schedule', query: { hold: id } }),
            ),
          ),
        ]
      : []),
    command(words.keys.undo, () => notices.undoLast()),
    ...theme.others.value.map((other) => command(words.frame.theme[other], () => theme.set(other))),
    command(words.wire.sheet.larger, () => resize(1)),
    command(words.wire.sheet.smaller, () => resize(-1)),
    ...(session.me?.brands ?? [])
      .filter(({ id }) => id !== session.brandId)
      .map((other) => command(labels.toBrand(other.name), () => session.choose(other.id))),
    command(words.keys.keys, openKeys),
    command(words.frame.signOut, () => session.signOut()),
  ])
}
