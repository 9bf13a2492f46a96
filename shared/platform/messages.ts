import type { Message } from '#core/message'
import { refusals } from './refusals'
import type { Sentences } from './say'

/** What is said of work that was too much, of pages and of pictures. */
export interface PlatformMessages {
  'task.busy': object
  'task.slow': object
  'task.heavy': object
  'task.deep': object
  'page.other-type': { type: string }
  'page.no-text': object
  'page.heavy': object
  'page.unreadable': object
  'picture.first-frame': object
  'picture.smaller': { width: number; height: number }
}

export const platformMessages: Sentences<PlatformMessages> = {
  'task.busy': () => 'Too much is waiting to be read; try again in a minute.',
  'task.slow': () => 'It took longer to read than anything of its kind should.',
  'task.heavy': () => 'It takes more memory to read than anything of its kind should.',
  'task.deep': () => 'Its elements lie deeper in each other than those of any honest page.',
  'page.other-type': ({ type }) => `Its address is not a web page but ${type}.`,
  'page.no-text': () => 'Its page shows no more text than the feed does.',
  'page.heavy': () => 'Its page is too heavy to read.',
  'page.unreadable': () => 'Its page can’t be read.',
  'picture.first-frame': () => 'Of the moving picture, the first one is kept.',
  'picture.smaller': ({ width, height }) => `It was made smaller, to ${width} × ${height}.`,
}

type Text = { title: string; detail: string }
type Refusal = Text | ((...values: never[]) => Text)

/** A refusal as a message: its code, and what its sentence needs in the order it takes it. */
export const refusalMessage = (
  code: keyof typeof refusals,
  given: readonly (string | number)[],
): Message => ({
  code: `refusal.${code}`,
  params: Object.fromEntries(given.map((value, at) => [String(at), value])),
})

/** What every refusal says, by its message's code. */
export const refusalMessages = Object.fromEntries(
  Object.entries<Refusal>(refusals).map(([code, refusal]) => [
    `refusal.${code}`,
    (params: Message['params']) =>
      (typeof refusal === 'function' ? refusal(...(Object.values(params) as never[])) : refusal).detail,
  ]),
)
