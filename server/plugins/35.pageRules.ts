/** What is never a page of the application: data, short links, feeds, reports. */
const NO_PAGE = /^\/(?:api|r|feeds|hooks|report)\//

/**
 * Answers that are no page need none of a page’s rules (content security policy, nonces), which are put
 * together anew for every request: that would be a good part of what a short link costs.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    if (NO_PAGE.test(event.path)) event.context['security'] = { route: '', rules: { enabled: false } }
  })
})
