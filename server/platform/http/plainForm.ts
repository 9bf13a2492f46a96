import { getHeader, sendRedirect, type H3Event } from 'h3'
import { ProblemError } from './problem'

/**
 * Answers what a page's form asks, with script or without: with it, as any route; a plain form is sent on to
 * `next`, or back to `page` with the refusal's name and what its sentence needs.
 */
export async function answerForm<A>(
  event: H3Event,
  page: string,
  work: () => Promise<{ answer: A; next: string }>,
): Promise<A> {
  const isForm = getHeader(event, 'content-type')?.includes('application/x-www-form-urlencoded') ?? false
  try {
    const { answer, next } = await work()
    if (isForm) await sendRedirect(event, next, 303)
    return answer
  } catch (error) {
    if (!isForm || !(error instanceof ProblemError)) throw error
    const query = new URLSearchParams({ refused: error.code })
    for (const value of Object.values(error.reason.params ?? {})) query.append('with', String(value))
    await sendRedirect(event, `${page}${page.includes('?') ? '&' : '?'}${query}`, 303)
    return null as A
  }
}
