import { ofBrand } from '#shared/platform/route'
import type { PostResponses, ResultsView } from './types'

export const resultsRoutes = {
  /**
   * What became of the posts of a period. Its query: `days` back from now, `account` for one alone, `measure`
   * for what counts.
   */
  results: ofBrand('GET', 'read', '/results').answers<ResultsView>(),
  /** How a post that went out was answered, reading by reading; null for one that did not. */
  responses: ofBrand('GET', 'read', '/deliveries/:id/responses').answers<PostResponses | null>(),
}
