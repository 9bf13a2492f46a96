import * as words from '#shared/words'

/**
 * What a form that was sent without script is told of: the refusal named in the page's address, in a
 * sentence; empty for none.
 */
export function useRefused() {
  const { query } = useRoute()
  return computed(() => {
    const entry = (words.refusals as Record<string, unknown>)[String(query['refused'] ?? '')]
    if (typeof entry === 'function') {
      const given = [query['with']].flat().map((value) => (/^\d+$/.test(value ?? '') ? Number(value) : value))
      return (entry as (...values: unknown[]) => { detail: string })(...given).detail
    }
    return (entry as { detail?: string } | undefined)?.detail ?? ''
  })
}
