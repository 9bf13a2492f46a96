import type { NextSlots } from '#shared/api'
import { api } from '../api/client'

/** Where a post lined up now would go on each account, with the version of the plan to confirm it with. */
export function useNextSlots(pillar: () => string | null, chosen: () => string[]) {
  const brand = useBrandStore()
  const places = ref<NextSlots['accounts']>([])
  const version = ref('')
  let turn = 0

  async function load(): Promise<void> {
    const mine = ++turn
    const query = new URLSearchParams({ pillar: pillar() ?? '', accounts: chosen().join(',') })
    const found = await api.get<NextSlots>(brand.path(`/next-slots?${query}`)).catch(() => null)
    if (mine !== turn || !found) return
    places.value = found.accounts
    version.value = found.version
  }
  watch([pillar, () => chosen().join()], load, { immediate: true })
  return { places, version, load }
}
