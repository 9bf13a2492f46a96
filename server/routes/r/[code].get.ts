import { at } from '#shared/platform/route'
import { getRouterParam, sendRedirect, setResponseHeader } from 'h3'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'
import { noteClick, targetOf } from '#server/results'

/** A short link: leads on, and counts that somebody went by. */
export default route(at('GET', 'public', '/r/:code').answers<unknown>(), null, async ({ event }) => {
  const code = getRouterParam(event, 'code') ?? ''
  if (code === '') throw problem('notFound')
  const target = await targetOf(code)
  noteClick(event, code)
  setResponseHeader(event, 'referrer-policy', 'no-referrer')
  return sendRedirect(event, target, 302)
})
