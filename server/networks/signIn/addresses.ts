import { webAddress } from '#server/platform/net/address'
import { profilePage } from '../profiles'

/** A profile as it is written on networks with several servers: `@name@host`. */
const PROFILE = /^@?[a-z0-9._-]+@([a-z0-9.-]+\.[a-z]{2,}(?::\d+)?)$/i

/**
 * The address that a person means: one of the web, a profile as `@name@host` (whose page WebFinger names), a
 * handle as `@name.host`. Throws a refusal for what is none.
 */
export async function addressOf(text: string): Promise<URL> {
  const typed = text.trim()
  const host = PROFILE.exec(typed)?.[1]
  if (host !== undefined) {
    // A server without WebFinger is asked itself.
    const page = await profilePage(typed).catch(() => null)
    return webAddress(page ?? `https://${host}/`)
  }
  return webAddress(typed.replace(/^@(?=[a-z0-9-]+\.)/i, ''))
}
