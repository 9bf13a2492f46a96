export type Theme = 'light' | 'dark' | 'system'

const THEMES: Theme[] = ['light', 'dark', 'system']
const YEAR_SECONDS = 365 * 24 * 3600

/**
 * The theme of this browser. It is kept in a cookie, so that the server writes it into the page before it
 * paints.
 */
export function useTheme() {
  const kept = useCookie<'light' | 'dark' | null>('quill-theme', {
    maxAge: YEAR_SECONDS,
    sameSite: 'lax',
    default: () => null,
  })
  const theme = computed<Theme>(() => kept.value ?? 'system')
  function set(wanted: Theme): void {
    kept.value = wanted === 'system' ? null : wanted
    if (wanted === 'system') delete document.documentElement.dataset['theme']
    else document.documentElement.dataset['theme'] = wanted
  }
  return { theme, set, others: computed(() => THEMES.filter((item) => item !== theme.value)) }
}
