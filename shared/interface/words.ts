import { inWords } from '#shared/platform/language'

export const openApi = inWords({
  title: 'How programs ask Clear Quill',
  lead: 'What programs of your own can ask, in your name and for one brand.',
  about: [
    'Each request carries a token in its header: `Authorization: Bearer quill_…`. A token is made in',
    'Set-up, Programs, for one brand, for what it may do and until a day; `GET /api/token` says what it is.',
    'It may never do more than whoever made it.\n\n',
    'Refusals are problem details (RFC 9457) with a sentence that says what and why; `errors` names fields.',
    'Lists that are long answer a page and where the next begins. What changes something answers a',
    '`historyId`, by which `undo` takes it back. A token may ask 1,200 times a minute.\n\n',
    'A POST with an `Idempotency-Key` is done once: the same key with the same request is answered the same',
    'for a day, also where the first answer was lost. Posts and captures are kept under an id that you',
    'choose, so that their PUT can be repeated without a key.\n\n',
    'What happens is told by webhooks: see Recipients, and docs/handing-on.md.',
  ].join(' '),
  token: 'A token from Set-up, Programs.',
  key: 'Makes the request one that is done once: one key for each thing.',
  answer: 'Done, or here it is.',
  nothing: 'Done; there is nothing to say.',
  refusal: 'Refused: what, and why.',
  file: 'The document itself (OpenAPI 3.1)',
  toTokens: 'Tokens',
  scopes: {
    any: 'With any token.',
    read: 'With a token that may read.',
    clip: 'With a token that may clip.',
    write: 'With a token that may write.',
    'line-up': 'With a token that may line up.',
    administer: 'With a token that may administer.',
  },
})
