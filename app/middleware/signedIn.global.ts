import { Refusal } from '../api/client'

const OPEN = ['/sign-in', '/start']

/** Screens behind the sign-in ask who is there; nobody is sent to the sign-in page, someone without a brand to the first start. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (import.meta.server || OPEN.includes(to.path)) return
  const session = useSessionStore()
  if (session.me) return
  try {
    const me = await session.load()
    if (me.brands.length === 0) return await navigateTo('/start')
  } catch (error) {
    if (error instanceof Refusal && error.code === 'notSignedIn') return await navigateTo('/sign-in')
    throw error
  }
})
