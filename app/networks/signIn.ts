import { networkRoutes } from '#shared/networks/routes'
import type { PlannedSlot } from '~/schedule/timetables'

const BACK = 'quill-connecting'

/** Sends the browser to a network's own page; `back` is where it goes on once somebody said yes there. */
export function useSignIn() {
  const brand = useBrandStore()
  const session = useSessionStore()

  async function begin(
    asked: { address: string; slots: PlannedSlot[] } | { accountId: string },
    back: string,
  ): Promise<void> {
    const { url } = await brand.call(networkRoutes.beginSignIn, { body: asked })
    sessionStorage.setItem(BACK, back)
    window.location.assign(session.outside(url))
  }
  return { begin }
}

/** Where one wanted to go on after a sign-in; asked once. */
export function takeBack(): string {
  const back = sessionStorage.getItem(BACK) ?? '/set-up/accounts'
  sessionStorage.removeItem(BACK)
  return back
}
