const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/** Plain text as HTML: a paragraph for each that an empty line parts. */
export const paragraphs = (text: string): string =>
  text
    .split(/\r?\n\s*\r?\n/)
    .filter((part) => part.trim() !== '')
    .map((part) => `<p>${escape(part.trim()).replace(/\r?\n/g, '<br>')}</p>`)
    .join('')
