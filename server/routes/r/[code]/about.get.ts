import { at } from '#shared/platform/route'
import { getRouterParam } from 'h3'
import * as words from '#shared/words'
import { plainPage } from '#server/platform/http/plainPage'
import { route } from '#server/route'
import { targetOf } from '#server/results'

/** Where a short link leads, for whoever wants to know before going there. */
export default route(at('GET', 'public', '/r/:code/about').answers<unknown>(), null, async ({ event }) =>
  plainPage(event, { ...words.desk.shortAbout, link: await targetOf(getRouterParam(event, 'code') ?? '') }),
)
