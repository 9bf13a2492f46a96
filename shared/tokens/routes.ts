import { at, ofBrand } from '#shared/platform/route'
import type { pairSchema } from './schemas'
import type { NewToken, PairedBrowser, PairingCode } from './types'

export const tokenRoutes = {
  /** Gives a token for a code: whoever has the code needs no sign-in. */
  pair: at('POST', 'public', '/api/pairing').takes<typeof pairSchema>().answers<NewToken>(),
  newCode: ofBrand('POST', 'work', '/pairing').answers<PairingCode>(),
  browsers: ofBrand('GET', 'work', '/tokens').answers<PairedBrowser[]>(),
  end: ofBrand('DELETE', 'work', '/tokens/:id').answers<null>(),
}
