import { useMediaQuery } from '@vueuse/core'

/**
 * How wide a chart is drawn (`usual`, in its own units): narrower on a phone, so that its words stay
 * readable.
 */
export function useChartWidth(usual = 520) {
  const isPhone = useMediaQuery('(max-width: 719.98px)')
  return { isPhone, width: computed(() => (isPhone.value ? 310 : usual)) }
}
