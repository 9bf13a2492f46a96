import { useLocalStorage } from '@vueuse/core'
import type { Account } from '#shared/networks/types'

/**
 * The accounts a new post is for: those that what it is made from begins with, else those of the last line-up
 * of this brand here; before the first, those that need nothing but words.
 */
export function useUsualAccounts() {
  const session = useSessionStore()
  const chosen = useLocalStorage<Record<string, string[]>>('quill-accounts', {})
  const isUsual = ({ id, rules }: Account, stated: string[] | null = null): boolean =>
    (stated ?? chosen.value[session.brandId ?? ''])?.includes(id) ?? rules.media.min === 0
  /** Given all accounts chosen for a post that is lined up. */
  const remember = (ids: string[]): void => {
    if (session.brandId) chosen.value = { ...chosen.value, [session.brandId]: ids }
  }
  return { isUsual, remember }
}
