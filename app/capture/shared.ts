/** Where the service worker keeps what a share sheet gave, until the window takes it (public/share.js). */
const STORE = 'quill-shared'

export interface Shared {
  title: string
  text: string
  url: string
  file: File | null
}

const addressOf = (key: string): string => `/share/${encodeURIComponent(key)}`

/** What was shared under a key; null where it is gone. It stays until `forgetShared`. */
export async function readShared(key: string): Promise<Shared | null> {
  if (!('caches' in window)) return null
  const kept = await (await caches.open(STORE)).match(addressOf(key))
  if (!kept) return null
  const form = await kept.formData()
  const text = (name: string): string => {
    const value = form.get(name)
    return typeof value === 'string' ? value : ''
  }
  const file = form.get('picture')
  return {
    title: text('title'),
    text: text('text'),
    url: text('url'),
    file: file instanceof File && file.size > 0 ? file : null,
  }
}

/** What was shared is elsewhere by now. */
export async function forgetShared(key: string): Promise<void> {
  if ('caches' in window) await (await caches.open(STORE)).delete(addressOf(key))
}
