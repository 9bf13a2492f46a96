import { ofBrand } from '#shared/platform/route'
import type { ArticleFull, FoundThings, WirePage } from '#shared/reading/types'
import type { openedSchema, stateSchema, statesSchema } from '#shared/reading/schemas'
import type { Undoable } from '#shared/platform/types'

export const readingRoutes = {
  article: ofBrand('GET', 'read', '/articles/:id').answers<ArticleFull>(),
  /** Somebody reads the article: its whole text is on the sheet, or its own page was opened. */
  markOpened: ofBrand('POST', 'work', '/articles/:id/opened').takes<typeof openedSchema>().answers<null>(),
  /** Looks at the article's own page for the text its feed does not give; answers the article as it then is. */
  lookAtPage: ofBrand('POST', 'work', '/articles/:id/page').answers<ArticleFull>(),
  setState: ofBrand('PUT', 'work', '/articles/:id/state').takes<typeof stateSchema>().answers<Undoable>(),
  /**
   * One page of the Wire: `show`, `order`, `watch`, `tag`, `source`, `folder`, `own` (yes or no), `kind`,
   * `language`, `region`, `words`, `since` (an instant), and
   * `after` for the page behind another.
   */
  wire: ofBrand('GET', 'read', '/articles').answers<WirePage>(),
  /** Several articles at once. */
  setStates: ofBrand('PUT', 'work', '/articles/states').takes<typeof statesSchema>().answers<Undoable>(),
  /** Full-text search over a brand's articles. */
  find: ofBrand('GET', 'read', '/find').answers<FoundThings>(),
  /** A picture of an article the brand can see, fetched by us, so that no reader's address leaks. */
  picture: ofBrand('GET', 'read', '/picture').answers<unknown>(),
}
