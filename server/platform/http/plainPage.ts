import { setResponseHeader, type H3Event } from 'h3'

const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

export interface PlainPage {
  title: string
  detail: string
  /** An address it leads to. */
  link?: string
  /** What a press on its one button says; it asks for the page's own address by POST. */
  button?: string
}

const STYLE = [
  'body{max-width:36rem;margin:4rem auto;padding:0 1.2rem;font:17px/1.6 Georgia,serif}',
  'body{color:#1d2433;background:#fffdf8}a{color:#24365e;overflow-wrap:anywhere}',
  'button{font:inherit;padding:.4rem 1rem;border:0;border-radius:6px;cursor:pointer}',
  'button{color:#fffdf8;background:#24365e}',
  '@media(prefers-color-scheme:dark){body{color:#ece7db;background:#1f232c}a{color:#9db4ea}',
  'button{color:#171a21;background:#9db4ea}}',
].join('')

/** A small page for somebody who need not be signed in: without script, indexed by nobody. */
export function plainPage(event: H3Event, { title, detail, link, button }: PlainPage): string {
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(
    event,
    'content-security-policy',
    "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'",
  )
  // With no-referrer a browser would send the form with `Origin: null`, which the guard refuses.
  setResponseHeader(event, 'referrer-policy', 'same-origin')
  const leads = link
    ? `<p><a href="${escape(link)}" rel="noopener noreferrer nofollow">${escape(link)}</a></p>`
    : ''
  const form = button ? `<form method="post"><button type="submit">${escape(button)}</button></form>` : ''
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width"><meta name="robots" content="noindex">',
    `<title>${escape(title)}</title><style>${STYLE}</style></head>`,
    `<body><h1>${escape(title)}</h1><p>${escape(detail)}</p>${leads}${form}</body></html>`,
  ].join('')
}
