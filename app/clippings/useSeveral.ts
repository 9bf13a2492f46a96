import { clippingRoutes } from '#shared/clippings/routes'
import * as words from '#shared/words'
import { useClippingActions } from './useClippings'

/** What is done with several clippings at once. */
export function useSeveral() {
  const brand = useBrandStore()
  const { change } = useClippingActions()

  /** Changes several as one, said with `message`. */
  const several = (
    message: string,
    ids: string[],
    what: { folderId?: string | null; done?: boolean; shelved?: boolean },
  ): Promise<void> =>
    change(message, () => brand.call(clippingRoutes.changeSeveral, { body: { ids, ...what } }))

  const moveInto = (ids: string[], folder: { id: string; name: string } | null): Promise<void> =>
    several(
      folder ? words.collection.movedTo(ids.length, folder.name) : words.collection.movedOut(ids.length),
      ids,
      { folderId: folder?.id ?? null },
    )
  return { several, moveInto }
}
