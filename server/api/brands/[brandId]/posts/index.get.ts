import { route } from '#server/route'
import { desk } from '#server/posts'

export default route('read', null, ({ actor }) => desk(actor))
