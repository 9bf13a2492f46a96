import { postRoutes } from '#shared/posts/routes'
import { writingSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { saveWriting } from '#server/posts'

export default route(postRoutes.saveWriting, writingSchema, ({ actor, body }) => saveWriting(actor, body))
