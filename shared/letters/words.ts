import { inWords } from '#shared/platform/language'

/** Letters of one's own: the secret address, who may send to it, what becomes of them. */
export const letters = inWords({
  title: 'By mail',
  detail:
    'Send or forward a find to a secret address of your own: its link, words, pictures and PDFs become a ' +
    'clipping of this brand, from any phone and any mail program.',
  noMail:
    'This installation takes no mail. Whoever runs it can open a port for it; the file README says how.',
  make: 'Make my address',
  address: 'Your secret mail address',
  addressHint: 'Keep it among your contacts. It takes letters of the senders below alone.',
  newAddress: 'Make a new address',
  renewed: 'You have a new address; the old one takes nothing any more.',
  close: 'Close it',
  closeAsk: {
    title: 'Close your mail address?',
    detail: 'It takes nothing any more, and can’t be had again. What came by it stays.',
    yes: 'Close it',
    no: 'Keep it',
  },
  closed: 'The address takes nothing any more.',
  senders: 'Senders it takes letters from',
  sendersHint: 'Mail addresses, one a line.',
  noSenders: 'Name at least one sender.',
  becomes: 'What a letter becomes',
  choices: {
    clipping: 'A clipping',
    'in-review': 'A clipping and a post in line, in review',
    approved: 'A clipping and a post in line, approved',
  },
  approvedHint:
    'Approved only if the letter bears a valid signature (DKIM) of its sender’s site, and you may ' +
    'approve there; any other waits in review.',
  accounts: 'Accounts it is for',
  noAccounts: 'Choose at least one account.',
  byLink: 'A letter with several links becomes a clipping for each',
  answers: 'Answer each letter with what became of it',
  noAnswers: 'This installation sends no mail, so letters are not answered.',
  save: 'Save',
  saved: 'Saved.',
  made: 'Your address is ready.',
  last: 'Last letters',
  none: 'No letter has come yet.',
  waits: 'It is being read.',
  noSubject: 'No subject',
  clipping: 'See the clipping',
  post: 'See the post',
  /** The letter that answers one. */
  answer: {
    subject: (subject: string) => `Re: ${subject || 'your letter'}`,
    text: (brand: string, message: string, link: string | null) =>
      [
        message,
        ...(link === null ? [] : [link]),
        `Clear Quill, for ${brand}. This answer was written by itself; do not answer it.`,
      ].join('\n\n'),
  },
})
