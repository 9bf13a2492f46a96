import { at } from '#shared/platform/route'
import { getRouterParam, setResponseHeader } from 'h3'
import { originOf } from '#server/platform/http/ownHosts'
import { shortBase } from '#server/posts'
import { qrPicture, qrSvg, targetOf } from '#server/results'
import { route } from '#server/route'

/** A short link as a QR code: SVG, or PNG with `?as=png`. */
export default route(
  at('GET', 'public', '/r/:code/qr').answers<unknown>(),
  null,
  async ({ event, query }) => {
    const code = getRouterParam(event, 'code') ?? ''
    await targetOf(code)
    const address = `${shortBase() ?? `${originOf(event)}/r/`}${code}`
    const isPng = query['as'] === 'png'
    setResponseHeader(event, 'content-type', isPng ? 'image/png' : 'image/svg+xml; charset=utf-8')
    setResponseHeader(event, 'content-disposition', `inline; filename="${code}.${isPng ? 'png' : 'svg'}"`)
    return isPng ? await qrPicture(address) : qrSvg(address)
  },
)
