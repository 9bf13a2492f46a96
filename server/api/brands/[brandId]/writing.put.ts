import { writingSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { saveWriting } from '#server/posts'

export default route('work', writingSchema, ({ actor, body }) => saveWriting(actor, body))
