/* The character classes are those of twitter-text 3.1.0's published grammar of links. */
export const LATIN =
  '\\u00c0-\\u00d6\\u00d8-\\u00f6\\u00f8-\\u024f\\u0253\\u0254\\u0256\\u0257\\u0259' +
  '\\u025b\\u0263\\u0268\\u026f\\u0272\\u0289\\u028b\\u02bb\\u0300-\\u036f\\u1e00-\\u1eff'
export const HOST_UNIT =
  "[^!'#%&()*+,\\\\\\-./:;<=>?@\\[\\]^_{|}~$\\s\\ufffe\\ufeff\\uffff\\u202a-\\u202e\\u061c\\u200e\\u200f\\u2066-\\u2069]"
const PATH_UNIT = `[a-z\\u0400-\\u04ff0-9!*';:=+,.$/%#\\[\\]\\-\\u2013_~@|&${LATIN}]`
const PATH_END = `[+\\-a-z\\u0400-\\u04ff0-9=_#/${LATIN}]`
const BRACKETS = `\\((?:${PATH_UNIT}+|${PATH_UNIT}*\\(${PATH_UNIT}+\\)${PATH_UNIT}*)\\)`
const PATH = `/(?:(?:${PATH_UNIT}|${BRACKETS})*(?:${PATH_END}|${BRACKETS}))?`
const QUERY = `\\?[a-z0-9!?*'@();:&=+$/%#\\[\\]\\-_.,~|]*[a-z0-9\\-_&=#/]`
/** Port, path and query; the path is the first group. */
export const AFTER_HOST = `(?::\\d+)?(${PATH})?(?:${QUERY})?`
