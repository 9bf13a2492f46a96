import { ofBrand } from '#shared/platform/route'
import type { letterBoxSchema } from './schemas'
import type { LetterBoxView } from './types'

/** One's own letters to a brand. */
export const letterRoutes = {
  box: ofBrand('GET', 'work', '/letter-box').answers<LetterBoxView>(),
  /** Makes the secret address, or changes who may send to it and what becomes of it. */
  save: ofBrand('PUT', 'work', '/letter-box').takes<typeof letterBoxSchema>().answers<LetterBoxView>(),
  /** Another address; the old one takes nothing any more. */
  renew: ofBrand('POST', 'work', '/letter-box/renew').answers<LetterBoxView>(),
  close: ofBrand('DELETE', 'work', '/letter-box').answers<LetterBoxView>(),
}
