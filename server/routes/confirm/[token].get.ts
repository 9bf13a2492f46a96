import { at } from '#shared/platform/route'
import { getRouterParam } from 'h3'
import * as words from '#shared/words'
import { plainPage } from '#server/platform/http/plainPage'
import { route } from '#server/route'
import { askedByToken } from '#server/notices'

/** The page a letter leads to: asks once more, since programs that look at letters open their links. */
export default route(at('GET', 'public', '/confirm/:token').answers<unknown>(), null, async ({ event }) => {
  const { address, brand } = await askedByToken(getRouterParam(event, 'token') ?? '')
  return plainPage(event, {
    title: words.telling.confirm.title,
    detail: words.telling.confirm.question(address, brand),
    button: words.telling.confirm.yes,
  })
})
