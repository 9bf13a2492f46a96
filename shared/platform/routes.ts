import { at } from '#shared/platform/route'
import type { beginSchema, clockSchema } from '#shared/platform/schemas'
import type { demoSignInSchema } from '#shared/people/schemas'

export const platformRoutes = {
  /** Demo only, before there is any data: sets the clock and makes the demo's people. */
  beginDemo: at('POST', 'public', '/api/demo/begin').takes<typeof beginSchema>().answers<null>(),
  /** Demo only: plays time forward. */
  playForward: at('POST', 'person', '/api/demo/clock').takes<typeof clockSchema>().answers<{ now: string }>(),
  /** Demo only: signs in one of the demo's people with one click, also without script. */
  demoSignIn: at('POST', 'public', '/api/demo/session').takes<typeof demoSignInSchema>().answers<null>(),
  /** The stream of changes in the brands of whoever asks, as server-sent events. */
  events: at('GET', 'person', '/api/events').answers<null>(),
  /** What programs may ask, as a page, and as OpenAPI. */
  docs: at('GET', 'public', '/api/docs').answers<string>(),
  openApi: at('GET', 'public', '/api/openapi.json').answers<object>(),
  /** Whether the application is up and its data can be read. */
  health: at('GET', 'public', '/api/health').answers<{ ok: boolean; now: string }>(),
}
