/** Pages that are not behind the sign-in. */
const OPEN = ['/sign-in', '/start', '/forgotten']

/** Whether a page can be seen by nobody in particular. */
export const isOpenPage = (path: string): boolean => OPEN.includes(path) || path.startsWith('/new-password/')
