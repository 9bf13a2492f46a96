import { at, ofBrand } from '#shared/platform/route'
import type { pairSchema, personalTokenSchema } from './schemas'
import type { NewToken, OwnToken, PairedBrowser, PairingCode, PersonalToken } from './types'

export const tokenRoutes = {
  /** Gives a token for a code: whoever has the code needs no sign-in. */
  pair: at('POST', 'public', '/api/pairing').takes<typeof pairSchema>().answers<NewToken>(),
  newCode: ofBrand('POST', 'work', '/pairing').answers<PairingCode>(),
  browsers: ofBrand('GET', 'work', '/tokens').answers<PairedBrowser[]>(),
  /** What the token is that asks. */
  own: at('GET', 'person', '/api/token').answers<OwnToken>(),
  /** One's own, for programs. */
  personal: ofBrand('GET', 'work', '/personal-tokens').answers<PersonalToken[]>(),
  /** Makes one; nobody is told the token again. */
  add: ofBrand('POST', 'work', '/personal-tokens')
    .takes<typeof personalTokenSchema>()
    .answers<{ id: string; token: string }>(),
  end: ofBrand('DELETE', 'work', '/tokens/:id').answers<null>(),
}
