import { getRouterParam, setResponseHeader } from 'h3'
import { route } from '../../../route'
import { targetOf } from '../../../services/shortLinks'
import { words } from '../../../../shared/words'

const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/** Where a short link leads, for whoever wants to know before going there. */
export default route('public', null, async ({ event }) => {
  const target = await targetOf(getRouterParam(event, 'code') ?? '')
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'content-security-policy', "default-src 'none'; style-src 'unsafe-inline'")
  const { title, detail } = words.desk.shortAbout
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="robots" content="noindex"><title>${title}</title><style>body{max-width:36rem;margin:4rem auto;padding:0 1.2rem;font:17px/1.6 Georgia,serif;color:#1d2433;background:#fffdf8}a{color:#24365e;overflow-wrap:anywhere}</style></head><body><h1>${title}</h1><p>${detail}</p><p><a href="${escape(target)}" rel="noopener noreferrer nofollow">${escape(target)}</a></p></body></html>`
})
