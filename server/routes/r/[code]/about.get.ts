import { getRouterParam } from 'h3'
import * as words from '../../../../shared/words'
import { plainPage } from '../../../plainPage'
import { route } from '../../../route'
import { targetOf } from '../../../services/shortLinks'

/** Where a short link leads, for whoever wants to know before going there. */
export default route('public', null, async ({ event }) =>
  plainPage(event, { ...words.desk.shortAbout, link: await targetOf(getRouterParam(event, 'code') ?? '') }),
)
