import { deliveryRoutes } from '#shared/delivery/routes'
import { setResponseHeader } from 'h3'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { pictureToPost } from '#server/sending'

export default route(
  deliveryRoutes.picture,
  null,
  async ({ actor, param, event }) => {
    const { content, type } = await pictureToPost(actor, param('id'), param('pictureId'))
    setResponseHeader(event, 'content-type', type as 'image/jpeg')
    setResponseHeader(event, 'content-disposition', 'attachment')
    setResponseHeader(event, 'cache-control', 'private, max-age=600')
    setResponseHeader(event, 'content-security-policy', "default-src 'none'")
    return content
  },
  { pace: PACE.look },
)
