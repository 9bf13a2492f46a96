import { ofBrand } from '#shared/platform/route'
import type { AnsweringHours, PostResponses, ResultsView, SuggestedTimes } from './types'

export const resultsRoutes = {
  /**
   * What became of the posts of a period. Its query: `days` back from now, `account` for one alone, `measure`
   * for what counts.
   */
  results: ofBrand('GET', 'read', '/results').answers<ResultsView>(),
  /**
   * The best times of an account by its own results. Its query: `count` posts a day, `gap` minutes apart,
   * `from` and `to` (`HH:MM`).
   */
  suggestedTimes: ofBrand('GET', 'read', '/accounts/:id/suggested-times').answers<SuggestedTimes>(),
  /** When the readers of all accounts together answer, for the ribbon. */
  hours: ofBrand('GET', 'read', '/answering-hours').answers<AnsweringHours>(),
  /** How a post that went out was answered, reading by reading; null for one that did not. */
  responses: ofBrand('GET', 'read', '/deliveries/:id/responses').answers<PostResponses | null>(),
}
