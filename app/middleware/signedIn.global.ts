import { isOpenPage } from '#shared/platform/openPages'
import { Refusal } from '~/base/client'

/** Where one wanted to go before signing in. */
const WANTED = 'quill-wanted'

/**
 * Screens behind the sign-in ask who is there; nobody is sent to the sign-in page, someone without a brand to
 * the first start.
 */
export default defineNuxtRouteMiddleware(async (to) => {
  if (import.meta.server || isOpenPage(to.path)) return
  const session = useSessionStore()
  if (session.me) return
  try {
    const me = await session.load()
    if (me.brands.length === 0) return await navigateTo('/start')
    const wanted = sessionStorage.getItem(WANTED)
    sessionStorage.removeItem(WANTED)
    if (wanted && to.path === '/wire') return await navigateTo(wanted)
    // A client's own screens are the proofs in review and the week.
    const brand = me.brands.find(({ id }) => id === session.brandId)
    if (to.path === '/wire' && Object.keys(to.query).length === 0 && brand?.role === 'client')
      return await navigateTo('/desk')
  } catch (error) {
    if (error instanceof Refusal && error.code === 'notSignedIn') {
      if (to.path !== '/') sessionStorage.setItem(WANTED, to.fullPath)
      return await navigateTo('/sign-in')
    }
    throw error
  }
})
