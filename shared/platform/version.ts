/** The application's version, as in package.json. */
export const VERSION = '0.2.0'
