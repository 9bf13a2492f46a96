import { at } from '#shared/platform/route'
import { getRouterParam } from 'h3'
import * as words from '#shared/words'
import { plainPage } from '#server/platform/http/plainPage'
import { route } from '#server/route'
import { confirmByToken } from '#server/notices'

/** Whoever reads an address says that notices may come there. */
export default route(at('POST', 'public', '/confirm/:token').answers<unknown>(), null, async ({ event }) => {
  const { address, brand } = await confirmByToken(getRouterParam(event, 'token') ?? '')
  return plainPage(event, {
    title: words.telling.confirm.done,
    detail: words.telling.confirm.comes(address, brand),
  })
})
