import { openedSchema } from '../../../../../../shared/schemas'
import { route } from '../../../../../route'
import { markOpened } from '../../../../../services/articles'

/** Somebody reads the article: its whole text is on the sheet, or its own page was opened. */
export default route('work', openedSchema, ({ actor, body, param }) => markOpened(actor, param('id'), body.original))
