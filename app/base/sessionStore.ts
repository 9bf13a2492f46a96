import { peopleRoutes } from '#shared/people/routes'
import type { Me } from '#shared/people/types'
import { api } from './client'

const A_YEAR = 365 * 24 * 60 * 60

/** Who is signed in, and which of their brands is on screen. */
export const useSessionStore = defineStore('session', () => {
  const me = ref<Me | null>(null)
  // A cookie, so that the server knows it too: it names in the page what will be asked for first.
  const chosen = useCookie('quill-brand', { maxAge: A_YEAR, sameSite: 'lax', default: () => '' })
  const brandId = computed(
    () => me.value?.brands.find((brand) => brand.id === chosen.value)?.id ?? me.value?.brands[0]?.id ?? null,
  )

  /** Asks who is signed in. Throws a Refusal where nobody is. */
  async function load(): Promise<Me> {
    me.value = await api.call(peopleRoutes.me)
    useClockStore().set(me.value.now)
    return me.value
  }

  async function signOut(): Promise<void> {
    await api.call(peopleRoutes.signOut)
    // A new page load forgets everything this one knew.
    window.location.assign('/sign-in')
  }

  const choose = (id: string): void => {
    chosen.value = id
  }

  /** Where a page of the outside world is found: in the demo on the stand-ins, else at its own address. */
  function outside(url: string): string {
    const sites = me.value?.demo?.sites
    return sites ? url.replace(/^https?:\/\/([a-z0-9.-]+\.example)/i, `${sites}/$1`) : url
  }
  return { me, brandId, load, signOut, choose, outside }
})
