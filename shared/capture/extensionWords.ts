import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

/** Systems by the names that browsers give them. */
const systems: Record<string, string> = {
  android: 'Android',
  cros: 'ChromeOS',
  fuchsia: 'Fuchsia',
  linux: 'Linux',
  mac: 'macOS',
  openbsd: 'OpenBSD',
  win: 'Windows',
}

/** What the browser extension says. */
export const extensionWords = inWords({
  capture: 'Capture',
  menu: {
    page: 'Capture this page',
    selection: 'Capture these words',
    picture: 'Capture this picture',
    link: 'Capture what this link leads to',
    video: 'Capture the page of this video',
    source: 'Add this site as a source',
  },
  feeds: (count: number) => `Capture · this site has ${counted(count, 'feed', 'feeds')}`,
  waits: (count: number) => `${counted(count, 'capture waits', 'captures wait')} here`,
  title: 'Clear Quill in this browser',
  /** What a browser is called among those that are paired. */
  name: (browser: string, system: string) => `${browser} on ${systems[system] ?? system}`,
  pair: {
    title: 'Pair this browser',
    detail: 'In Clear Quill, open Set-up, Capture, and make a code. It is good for ten minutes, and once.',
    address: 'Address',
    code: 'Code',
    submit: 'Pair',
    badAddress: 'That is not an address. One looks like https://quill.example.',
    noCode: 'Enter the code.',
    notAllowed:
      'Without leave to reach this address, nothing can be handed over. Press Pair again and allow it.',
    noAnswer: (host: string) => `${host} does not answer. Look for a slip in the address, and try again.`,
    notOurs: (host: string) => `What answers at ${host} is not Clear Quill.`,
  },
  paired: {
    title: 'This browser is paired',
    detail: (person: string, brand: string, host: string) => `With ${host}, as ${person}, for ${brand}.`,
    how: (key: string) =>
      `Press the button in the toolbar or ${key} on any page, or right-click a picture, a link or ` +
      'selected words. A page is read only then.',
    limits:
      'Pages of the browser itself can’t be captured; of a PDF or an online shop for extensions, ' +
      'only the address can.',
    end: 'End the pairing',
  },
  waiting: {
    title: 'What waits here',
    detail: 'It goes over by itself once your Clear Quill answers, and stands in Clippings then.',
    again: 'Try now',
    discard: 'Discard',
  },
})

/** The browsers it is packed for, by name. */
export const browserNames = { chromium: 'Chromium', firefox: 'Firefox' } as const
/** The key one captures with, where the browser has it free. */
export const CAPTURE_KEY = 'Alt+Shift+C'
