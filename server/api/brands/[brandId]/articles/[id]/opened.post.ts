import { openedSchema } from '#shared/reading/schemas'
import { route } from '#server/route'
import { markOpened } from '#server/reading'

/** Somebody reads the article: its whole text is on the sheet, or its own page was opened. */
export default route('work', openedSchema, ({ actor, body, param }) =>
  markOpened(actor, param('id'), body.original),
)
