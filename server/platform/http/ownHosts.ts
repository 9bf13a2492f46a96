import { getRequestURL, type H3Event } from 'h3'
import { settings } from '../settings'

/** Whether a `Host` is one of ours: any, as long as no public address is set. */
export function isOwnHost(host: string): boolean {
  const { publicUrl, shortUrl } = settings()
  if (publicUrl === null) return true
  return [publicUrl, shortUrl].some((url) => url !== null && new URL(url).host === host.toLowerCase())
}

/** The origin under which people reach this installation: the public address, else the one they asked. */
export const originOf = (event: H3Event): string => settings().publicUrl ?? getRequestURL(event).origin
