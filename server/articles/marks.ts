/** Times of a mark that is always in force. */
export const ALWAYS = { from: 0, until: 8_640_000_000_000_000 }

/** Whether a mark is in force; takes the time twice. */
export const IN_FORCE = 'watch_marks.from_at <= ? AND watch_marks.until_at > ?'
