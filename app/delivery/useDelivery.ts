import { deliveryRoutes } from '#shared/delivery/routes'
import type { DeliveryAction } from '#shared/delivery/types'
import * as words from '#shared/words'

/** What a person says beside a deed: where it was posted, until when it is put off. */
export type Saying = { url?: string; until?: string }

/** One delivery as it is now, kept true by the schedule's changes, and what can be done with it. */
export function useDelivery(id: string) {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const goTo = useGoTo()
  const {
    data: view,
    failed,
    reload,
    set,
  } = useBrandQuery(deliveryRoutes.delivery, {
    changes: ['delivery', 'line', 'account', 'post', 'clock'],
    freshMs: 0,
    given: () => ({ id }),
  })
  const busy = ref<DeliveryAction | null>(null)

  async function act(deed: DeliveryAction, saying: Saying = {}): Promise<void> {
    if (deed === 'change') return void goTo(`/desk/${view.value!.postId}`)
    busy.value = deed
    try {
      set(await brand.call(deliveryRoutes.act, { id, body: { deed, ...saying } }))
      notices.say(words.delivery.done[deed])
    } catch (error) {
      notices.complain(error)
      await reload()
    } finally {
      busy.value = null
    }
  }
  return { view, failed, busy, act }
}
