import { inWords } from '#shared/platform/language'

export const signIn = inWords({
  title: 'Sign in',
  intro: 'Read the feeds, write the line, line it up.',
  email: 'Mail address',
  password: 'Password',
  go: 'Sign in',
  going: 'Signing in',
  changed: 'Your new password is set. Sign in with it.',
  forgotten: 'Forgotten?',
  second: {
    title: 'And a code',
    code: 'Code',
    codeHint: 'The six figures your authenticator shows now, or one of your recovery codes.',
    again: 'Begin again',
  },
  demoTitle: 'Demo people',
  demoIntro: 'Invented, like everything in the demo. One click signs you in.',
  demoAs: (name: string) => `Sign in as ${name}`,
  demoBrands: (names: string[]) => names.join(', '),
})

export const forgotten = inWords({
  title: 'Password forgotten',
  intro: 'A link to set a new one goes to your mail address. It works once, for 30 minutes.',
  send: 'Send the link',
  sentTitle: 'Look at your mail',
  sent:
    'If somebody here has this address, the link is on its way to it. Nothing after a few minutes? ' +
    'Look among the junk, or at how you wrote the address.',
  back: 'Back to the sign-in',
})

export const newPassword = inWords({
  title: 'A new password',
  intro: 'It ends wherever else you are signed in. A second step stays as it is.',
  password: 'New password',
  save: 'Set it',
  overTitle: 'This link is over',
  over: 'It works once, for 30 minutes.',
  another: 'Ask for another one',
})

export const start = inWords({
  title: 'A first start',
  intro:
    'Six short steps, and the first articles are on the Wire. Everything can be changed later in Set-up.',
  steps: {
    you: 'You',
    brand: 'Brand',
    account: 'Account',
    timetable: 'Timetable',
    pillars: 'Pillars',
    source: 'Source',
  },
  step: (number: number, of: number) => `Step ${number} of ${of}`,
  you: {
    title: 'Who looks after this?',
    detail: 'You own this installation; colleagues can join later.',
    code: 'Code',
    codeHint:
      'It stands in the window in which Clear Quill was started, and shows that the installation is yours.',
    name: 'Your name',
    email: 'Mail address',
    password: 'Password',
    passwordHint: 'at least 10 characters',
  },
  brand: {
    title: 'Which brand do you post for?',
    detail: 'A brand owns its sources, accounts and posts. More can follow.',
  },
  account: {
    title: 'Where do its posts go?',
    detail:
      'One account to begin with: its address, and a yes on the network’s own page. Or later: ' +
      'nothing waits for it.',
    there: 'Accounts so far',
  },
  timetable: {
    title: 'When should they go out?',
    detail: 'Slots are appointments in the brand’s own time. A post lined up takes the next open one.',
    of: (account: string, handle: string) => `For ${account}, ${handle}`,
  },
  pillars: {
    title: 'What kinds of posts?',
    detail:
      'Pillars sort the posts and give them their ink. These are a common start; rename or remove ' +
      'them as you like.',
  },
  source: {
    title: 'What do you read?',
    detail: 'The address of one site. Its feed is found, and its articles are there at once.',
  },
  next: 'Go on',
  back: (step: string) => `Back: ${step}`,
  goOn: 'Go on with the first start',
  skip: 'Skip for now',
  finish: 'To the Wire',
  added: (name: string) => `${name} is set up.`,
})
