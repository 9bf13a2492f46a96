/** A full page load after signing in: nothing of a former session stays in the page. */
export const goInside = (): void => window.location.assign('/wire')
