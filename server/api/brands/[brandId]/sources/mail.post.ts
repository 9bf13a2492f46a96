import { mailSourceSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { addMailingList } from '../../../../services/mailingLists'

/** Makes a source with a mail address of its own, for a mailing list to send to. */
export default route('work', mailSourceSchema, ({ actor, body }) => addMailingList(actor, body))
