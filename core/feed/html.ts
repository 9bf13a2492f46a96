import sanitizeHtml from 'sanitize-html'
import { isTooDeep, plainText } from '../text'
import { absoluteUrl } from './xml'

const TAGS = [
  'a',
  'abbr',
  'b',
  'blockquote',
  'br',
  'caption',
  'cite',
  'code',
  'dd',
  'del',
  'div',
  'dl',
  'dt',
  'em',
  'figcaption',
  'figure',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'hr',
  'i',
  'img',
  'ins',
  'kbd',
  'li',
  'mark',
  'ol',
  'p',
  'pre',
  'q',
  's',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'table',
  'tbody',
  'td',
  'tfoot',
  'th',
  'thead',
  'time',
  'tr',
  'u',
  'ul',
]

/** Raised when the rules below change, so that kept HTML can be told from HTML that newer rules made. */
export const SANITISER_VERSION = 1

/**
 * Foreign HTML made safe to show: only elements that carry text and pictures, no script, handler, style,
 * form, frame or identifier, http(s) and mail addresses only, made absolute. Headings of the first rank
 * become second. Links open apart. Of HTML deeper than any honest one only the text is left, up to there.
 */
export function safeHtml(html: string, baseUrl: string): string {
  if (isTooDeep(html))
    return sanitizeHtml(plainText(html).replace(/&/g, '&amp;').replace(/</g, '&lt;'), { allowedTags: [] })
  return sanitizeHtml(html, {
    allowedTags: TAGS,
    allowedAttributes: {
      a: ['href', 'title', 'rel', 'target'],
      img: ['src', 'alt', 'title', 'width', 'height', 'loading'],
      td: ['colspan', 'rowspan'],
      th: ['colspan', 'rowspan', 'scope'],
      time: ['datetime'],
      ol: ['start'],
    },
    allowedSchemes: ['http', 'https', 'mailto'],
    allowProtocolRelative: false,
    parseStyleAttributes: false,
    nestingLimit: 60,
    transformTags: {
      h1: 'h2',
      a: (tagName, attribs) => {
        const href = linkTarget(attribs['href'], baseUrl)
        return {
          tagName,
          attribs: href ? { ...attribs, href, rel: 'noopener noreferrer nofollow', target: '_blank' } : {},
        }
      },
      img: (tagName, attribs) => ({
        tagName,
        attribs: { ...attribs, src: absoluteUrl(attribs['src'] ?? null, baseUrl) ?? '', loading: 'lazy' },
      }),
    },
    exclusiveFilter: (frame) => frame.tag === 'img' && !frame.attribs['src'],
  }).trim()
}

function linkTarget(href: string | undefined, baseUrl: string): string | null {
  if (!href) return null
  return /^mailto:/i.test(href.trim()) ? href.trim() : absoluteUrl(href, baseUrl)
}

/** The address of the first picture in a piece of safe HTML; null for none. */
export function firstPicture(html: string): string | null {
  const src = /<img\s[^<>]{0,2000}?src="([^"]{1,2000})"/.exec(html)?.[1]
  return src ? src.replace(/&amp;/g, '&') : null
}
