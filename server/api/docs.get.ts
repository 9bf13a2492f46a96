import { setResponseHeader } from 'h3'
import { platformRoutes } from '#shared/platform/routes'
import { docsPage } from '#server/interface'
import { route } from '#server/route'

// Its scripts are files of ours; the viewer writes styles into its elements.
const POLICY = [
  ...["default-src 'none'", "script-src 'self'", "style-src 'self' 'unsafe-inline'", "connect-src 'self'"],
  ...["img-src 'self' data:", "font-src 'self'", "base-uri 'none'", "form-action 'none'"],
  "frame-ancestors 'none'",
].join('; ')

export default route(platformRoutes.docs, null, ({ event }) => {
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'content-security-policy', POLICY)
  return Promise.resolve(docsPage())
})
