import { getCookie, setResponseHeader } from 'h3'
import { isOpenPage } from '#shared/platform/openPages'
import { whoAsks, brandsOf } from '#server/people'
import { useDb } from '#server/platform/db'
import { log } from '#server/platform/log'

/**
 * Names in the page's head what its application will ask for first, so that the browser fetches it while the
 * script is still on its way. Nothing hangs on it: an address that differs from what is asked is only asked
 * once more.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', async (html, { event }) => {
    const { pathname, search } = new URL(event.path, 'http://page.invalid')
    // Whoever brings no cookie is nobody, and is given none.
    if (isOpenPage(pathname) || !event.node.req.headers.cookie) return
    // Whose page it is stands in it.
    setResponseHeader(event, 'cache-control', 'no-store')
    try {
      const who = await whoAsks(event)
      if (!who) return
      const brands = await brandsOf(await useDb(), who.person.id)
      const brand = brands.find(({ id }) => id === getCookie(event, 'quill-brand')) ?? brands[0]
      const at = brand && `/api/brands/${brand.id}`
      const isWire = (pathname === '/wire' && search === '') || pathname === '/'
      const addresses = [
        '/api/me',
        ...(at ? [at, `${at}/schedule`, ...(isWire ? [`${at}/articles?show=open&order=newest`] : [])] : []),
      ]
      html.head.push(
        addresses
          .map(
            (href) => `<link rel="preload" as="fetch" crossorigin href="${href.replaceAll('&', '&amp;')}">`,
          )
          .join(''),
      )
    } catch (error) {
      log.warn({ error }, 'What a page asks for first could not be named.')
    }
  })
})
