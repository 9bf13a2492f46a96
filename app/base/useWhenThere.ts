/**
 * Runs what a key asks of a part of the screen: at once where the part is there, else as soon as it is, so
 * that no key is lost to a slow line. What it belongs to changes, or can't be had: what waits is dropped.
 *
 * @param part the part, null while it is being fetched
 * @param of what it belongs to, null where nothing is coming
 * @returns called with what to run; with `typing`, what is typed meanwhile is text and no command
 */
export function useWhenThere<T>(part: () => T | null, of: () => unknown) {
  const typedAhead = useTypedAhead()
  let waiting: ((there: T) => void) | null = null
  function drop(): void {
    if (waiting) typedAhead.take()
    waiting = null
  }
  watch(of, drop)
  // Behind the rendering: the part shows by then what it belongs to.
  watch(
    part,
    (there) => {
      if (there === null) return
      waiting?.(there)
      waiting = null
    },
    { flush: 'post' },
  )
  onBeforeUnmount(drop)
  return (run: (there: T) => void, { typing = false } = {}): void => {
    const there = part()
    if (there !== null) return run(there)
    if (of() === null) return
    waiting = run
    if (typing) typedAhead.collect()
  }
}
