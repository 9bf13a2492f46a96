import { inWords } from '#shared/platform/language'

export const calendars = inWords({
  title: 'Calendar for others',
  open: 'Calendar',
  intro:
    'What goes out when, for the client’s calendar program or your own: text, link and state of each post.',
  span: 'From two months back to a year ahead; such programs ask about once an hour.',
  of: 'Calendar of',
  brand: 'the whole brand',
  ofCampaign: (name: string) => `campaign: ${name}`,
  address: 'Secret address',
  hint: 'Whoever has it can read every post that has a time. Subscribe to it in a calendar program.',
  none: 'It has no address yet.',
  make: 'Make an address',
  renew: 'New address',
  end: 'End it',
  made: 'The calendar has an address.',
  renewed: 'The calendar has a new address; the old one opens nothing any more.',
  ended: 'The address opens nothing any more.',
  state: (account: string, state: string) => `${account}: ${state}`,
  linedUp: 'lined up',
  accountGone: 'An account that was removed',
  print: 'The month on paper',
  printIntro: 'Every post of the month, a week a row, with the filters you have set.',
  toPrint: 'Open the printable month',
})

export const paper = inWords({
  print: 'Print',
  back: 'Schedule',
  zone: (zone: string) => `times in ${zone}`,
})
