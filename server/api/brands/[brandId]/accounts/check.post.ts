import { PACE } from '#server/platform/http/pace'
import { checkAccountSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { checkAccount } from '#server/networks'

/** Asks an address live what it is, keeping nothing. */
export default route('own', checkAccountSchema, ({ body }) => checkAccount(body.address, body.token), {
  pace: PACE.outside,
})
