import { createStore, del, entries, set } from 'idb-keyval'
import type { WaitingStore } from './deliver'
import type { Pairing, Waiting } from './types'

/** What waits, in a store of the browser's that takes whole pages. */
export function waitingStore(): WaitingStore {
  const store = createStore('quill', 'waiting')
  return {
    all: async () =>
      (await entries<string, Waiting>(store)).map(([, item]) => item).sort((a, b) => (a.id < b.id ? -1 : 1)),
    put: (item) => set(item.id, item, store),
    remove: (id) => del(id, store),
  }
}

const isPairing = (value: unknown): value is Pairing =>
  typeof value === 'object' && value !== null && 'origin' in value && 'token' in value

/** The server this browser is paired with; null for none. */
export async function pairing(): Promise<Pairing | null> {
  const { pairing: kept } = await chrome.storage.local.get('pairing')
  return isPairing(kept) ? kept : null
}

export const keepPairing = (made: Pairing): Promise<void> => chrome.storage.local.set({ pairing: made })
export const forgetPairing = (): Promise<void> => chrome.storage.local.remove('pairing')
