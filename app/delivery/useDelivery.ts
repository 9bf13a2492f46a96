import { deliveryRoutes } from '#shared/delivery/routes'
import type { DeliveryAction, DeliveryView } from '#shared/delivery/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useScheduleStore } from '~/schedule/scheduleStore'

/** One delivery as it is now, kept true by the schedule's changes, and what can be done with it. */
export function useDelivery(id: string) {
  const brand = useBrandStore()
  const schedule = useScheduleStore()
  const notices = useNoticesStore()
  const goTo = useGoTo()
  const view = ref<DeliveryView | null>(null)
  const failed = ref('')
  const busy = ref<DeliveryAction | null>(null)

  async function load(): Promise<void> {
    try {
      view.value = await brand.call(deliveryRoutes.delivery, { id })
      failed.value = ''
    } catch (error) {
      if (view.value === null) failed.value = sentenceOf(error)
    }
  }
  onMounted(load)
  // The ribbon is fetched with each change of a delivery.
  watch(() => schedule.ribbon, load)

  async function act(deed: DeliveryAction): Promise<void> {
    if (deed === 'change') return void goTo(`/desk/${view.value!.postId}`)
    busy.value = deed
    try {
      view.value = await brand.call(deliveryRoutes.act, { id, body: { deed } })
      notices.say(words.delivery.done[deed])
      await schedule.load()
    } catch (error) {
      notices.complain(error)
      await load()
    } finally {
      busy.value = null
    }
  }
  return { view, failed, busy, act }
}
