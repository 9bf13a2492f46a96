import { resultsRoutes } from '#shared/results/routes'

/** Half hours of a day, each in the middle of its stretch. */
const POINTS = 48
/** How dark the best hour is, in percent of the ink that acts. */
const DARKEST = 20
const FRESH_MS = 3_600_000

/**
 * How the days of the ribbon are shaded by when readers answer, as CSS backgrounds: asked for once the first
 * screen stands. Empty where too little is known.
 */
export function useAnsweringHours() {
  const isWanted = ref(false)
  onMounted(() => void setTimeout(() => (isWanted.value = true), 3_000))
  const { data } = useBrandQuery(resultsRoutes.hours, {
    changes: [],
    enabled: () => isWanted.value,
    freshMs: FRESH_MS,
  })
  const shades = computed(() => ({
    weekdays: shadeOf(data.value?.weekdays ?? []),
    weekend: shadeOf(data.value?.weekend ?? []),
  }))
  /** The shading of a day, `YYYY-MM-DD`. */
  return (date: string): string =>
    new Date(`${date}T12:00:00Z`).getUTCDay() % 6 === 0 ? shades.value.weekend : shades.value.weekdays
}

function shadeOf(hours: (number | null)[]): string {
  if (hours.length === 0) return ''
  const stops = hours.map((share, at) => {
    const ink = `color-mix(in srgb, var(--act) ${Math.round((share ?? 0) * DARKEST)}%, transparent)`
    return `${ink} ${((at / POINTS) * 100).toFixed(1)}%`
  })
  return `linear-gradient(to right, ${stops.join(', ')})`
}
