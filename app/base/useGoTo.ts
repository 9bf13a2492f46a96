import type { RouteLocationRaw } from 'vue-router'

/**
 * Goes to a screen when a person asks for it. Nuxt's `navigateTo` does nothing while another change of
 * address is on its way (a list keeps its place in the address), so a key pressed just then would be lost.
 */
export function useGoTo(): (to: RouteLocationRaw) => Promise<unknown> {
  const router = useRouter()
  return (to) => router.push(to)
}
