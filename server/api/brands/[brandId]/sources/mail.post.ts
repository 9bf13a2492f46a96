import { mailSourceSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { addMailingList } from '#server/sources'

/** Makes a source with a mail address of its own, for a mailing list to send to. */
export default route('work', mailSourceSchema, ({ actor, body }) => addMailingList(actor, body))
