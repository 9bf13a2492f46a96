import { allowInsecureRequests, customFetch, type CustomFetchOptions } from 'oauth4webapi'
import { httpRequest } from '#server/platform/net/httpRequest'

type Ask = CustomFetchOptions<string, URLSearchParams | string | Uint8Array | undefined | null>

/**
 * The one way out, for the OAuth library: no redirect is followed, since a token, a code or a secret is for
 * the address it is meant for alone.
 */
async function oauthFetch(address: string, ask: Ask): Promise<Response> {
  const body = ask.body instanceof URLSearchParams ? ask.body.toString() : (ask.body ?? undefined)
  const answer = await httpRequest(address, {
    method: ask.method as 'GET' | 'POST',
    headers: ask.headers,
    ...(body === undefined ? {} : { body }),
    redirects: 0,
    maxBytes: 200_000,
  })
  const isBodiless = answer.status === 204 || answer.status === 304
  return new Response(isBodiless ? null : new Uint8Array(answer.body), {
    status: answer.status,
    headers: answer.headers,
  })
}

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]'])

/** What the library is given with each request; plain http only where nothing leaves this machine. */
export const through = (address: string) => ({
  [customFetch]: oauthFetch as never,
  [allowInsecureRequests]: LOOPBACK.has(new URL(address).hostname),
})
