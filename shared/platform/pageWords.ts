/** Why an article's own page gave no text. */
export const pages = {
  noPage: (type: string) => `Its address is not a web page but ${type}.`,
  noText: 'Its page shows no more text than the feed does.',
  tooHeavy: 'Its page is too heavy to read.',
  unreadable: 'Its page can’t be read.',
}
