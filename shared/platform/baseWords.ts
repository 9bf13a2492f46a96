import { inWords } from '#shared/platform/language'

/** What the fields that stand everywhere say. */
export const momentField = inWords({
  clear: (label: string) => `Clear: ${label}`,
  none: 'Leave it empty',
  open: (label: string) => `Calendar: ${label}`,
  previous: 'Month before',
  next: 'Next month',
  offers: 'Open slots that day',
})
