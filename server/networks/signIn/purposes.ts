import type { Purpose } from '#shared/networks/types'
import type { SignInProtocol } from './types'

/**
 * The scopes that each purpose needs, the least there are: those of Mastodon-compatible servers (their OAuth
 * scopes), of Micropub (W3C, §"Scope", and its media endpoint), of the AT Protocol (its transitional scopes,
 * which are the least that let one post).
 */
const SCOPES: Record<SignInProtocol, Record<Purpose, readonly string[]>> = {
  mastodon: {
    // Which account it is, whether a post arrived, and posting itself.
    post: ['read:accounts', 'read:statuses', 'write:statuses', 'write:media'],
    responses: ['read:notifications'],
  },
  micropub: { post: ['create', 'media', 'delete'], responses: [] },
  atproto: { post: ['atproto', 'transition:generic'], responses: [] },
}

/** The scopes to ask for, with spaces between. */
export const scopesFor = (protocol: SignInProtocol, purposes: readonly Purpose[]): string =>
  [...new Set(purposes.flatMap((purpose) => SCOPES[protocol][purpose]))].join(' ')

/** The purposes that what was granted is not enough for. A wider scope holds its parts (`write`). */
export function missingPurposes(
  protocol: SignInProtocol,
  granted: string,
  purposes: readonly Purpose[],
): Purpose[] {
  const has = new Set(granted.split(/\s+/).filter(Boolean))
  const holds = (scope: string): boolean => has.has(scope) || has.has(scope.split(':')[0]!)
  return purposes.filter((purpose) => !SCOPES[protocol][purpose].every(holds))
}
