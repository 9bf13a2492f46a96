import { LIMITS } from '#shared/platform/limits'
import type { Payload } from './types'

/** Characters that are read of a page and of a selection: more than is kept. */
export const MOST = { html: 3_000_000, words: 20_000 }
/** What a request carries besides. */
const ROOM = 1024

const bytesOf = (payload: Payload): number => new TextEncoder().encode(JSON.stringify(payload)).length

/** The same with as much of its page as a request may carry. */
export function fitting(payload: Payload, most: number = LIMITS.captureBytes - ROOM): Payload {
  let fits = payload
  for (let over = bytesOf(fits) / most; over > 1 && fits.html !== ''; over = bytesOf(fits) / most) {
    const kept = Math.floor((fits.html.length / over) * 0.98)
    fits = { ...fits, html: fits.html.slice(0, kept) }
  }
  return fits
}

/** Whether an address is one of the web, which can be captured. */
export const isOfWeb = (address: string | undefined): address is string =>
  address !== undefined && /^https?:\/\//i.test(address)

/** Something captured, as far as its address is known alone. */
export const bareOf = (url: string | null, title = '', words = ''): Payload => ({
  way: 'extension',
  url,
  title,
  words,
  pictureUrl: null,
  html: '',
})
