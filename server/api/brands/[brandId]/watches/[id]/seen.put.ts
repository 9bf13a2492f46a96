import { route } from '../../../../../route'
import { seeWatch } from '../../../../../services/watches'

/** What the watch had to tell was seen, by whoever asks. */
export default route('work', null, ({ actor, param }) => seeWatch(actor, param('id')))
