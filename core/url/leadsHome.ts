/**
 * Whether an address that named a page ended at the front page of a site: what many sites do with pages that
 * are gone. False for what is no address of the web.
 */
export function leadsHome(from: string, to: string): boolean {
  return URL.canParse(from) && URL.canParse(to) && !isFrontPage(from) && isFrontPage(to)
}

const FRONT = /^\/(?:index\.\w{1,5})?$/i
function isFrontPage(address: string): boolean {
  const { pathname, search } = new URL(address)
  return FRONT.test(pathname) && search === ''
}
