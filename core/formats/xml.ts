/**
 * A text as XML takes it in elements and attributes. What XML 1.0 §2.2 forbids is left out: no reader takes
 * it.
 */
export const escapeXml = (text: string): string =>
  text
    // eslint-disable-next-line no-control-regex -- as above
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
    .replace(/[\n\r\t]/g, (blank) => `&#${blank.charCodeAt(0)};`)
