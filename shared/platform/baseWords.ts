/** What the fields that stand everywhere say. */
export const momentField = {
  clear: (label: string) => `Clear: ${label}`,
  none: 'Leave it empty',
  open: (label: string) => `Calendar: ${label}`,
  previous: 'Month before',
  next: 'Next month',
  offers: 'Open slots that day',
}
