// The extension's one page: pairs the browser, and shows what waits in it.
import { browserNames, CAPTURE_KEY, extensionWords as words } from '#shared/capture/extensionWords'
import type { Browser } from '../manifest'
import { originOf, pairWith } from '../pair'
import { forgetPairing, keepPairing, pairing, waitingStore } from '../store'
import type { Pairing, Waiting } from '../types'
import { el } from './dom'

/** Filled in as it is built. */
declare const BROWSER: Browser

const store = waitingStore()
const page = document.querySelector('main')!
/** What is typed outlives a drawing of the page. */
const typed = { address: '', code: '' }

/** Lets the script behind try what waits. */
const handOver = (): Promise<unknown> => chrome.runtime.sendMessage('hand over').catch(() => undefined)

function pairForm(): HTMLElement {
  const problem = el('p', { className: 'bad', role: 'alert' })
  const submit = el('button', { type: 'submit', className: 'act' }, words.pair.submit)
  const field = (name: keyof typeof typed, label: string, given: Partial<HTMLInputElement>): HTMLElement => {
    const input = el('input', { value: typed[name], autocomplete: 'off', spellcheck: false, ...given })
    input.addEventListener('input', () => (typed[name] = input.value))
    return el('label', {}, label, input)
  }
  const form = el(
    'form',
    { noValidate: true },
    el('h2', {}, words.pair.title),
    el('p', { className: 'quiet' }, words.pair.detail),
    field('address', words.pair.address, { placeholder: 'https://', inputMode: 'url' }),
    field('code', words.pair.code, { autocapitalize: 'characters' }),
    problem,
    submit,
  )
  form.addEventListener('submit', (event) => {
    event.preventDefault()
    problem.textContent = ''
    submit.disabled = true
    pair()
      .catch(
        (error: unknown) => (problem.textContent = error instanceof Error ? error.message : String(error)),
      )
      .finally(() => (submit.disabled = false))
  })
  return form
}

async function pair(): Promise<void> {
  const origin = originOf(typed.address)
  if (!origin) throw new Error(words.pair.badAddress)
  if (typed.code.trim() === '') throw new Error(words.pair.noCode)
  const { protocol, hostname } = new URL(origin)
  // Asked at once: a browser takes it only as part of a press. Patterns name no port.
  const mayAsk = await chrome.permissions.request({ origins: [`${protocol}//${hostname}/*`] })
  if (!mayAsk) throw new Error(words.pair.notAllowed)
  const { os } = await chrome.runtime.getPlatformInfo()
  await keepPairing(await pairWith(origin, typed.code, words.name(browserNames[BROWSER], os)))
  typed.code = ''
  await handOver()
  await draw()
}

function pairedPart({ origin, person, brand }: Pairing): HTMLElement {
  const end = el('button', { type: 'button' }, words.paired.end)
  end.addEventListener('click', () => void forgetPairing().then(draw))
  return el(
    'section',
    {},
    el('h2', {}, words.paired.title),
    el('p', { className: 'ok' }, words.paired.detail(person, brand, new URL(origin).host)),
    el('p', { className: 'quiet' }, words.paired.how(CAPTURE_KEY)),
    el('p', { className: 'quiet' }, words.paired.limits),
    end,
  )
}

function waitingPart(waiting: Waiting[]): HTMLElement {
  const again = el('button', { type: 'button', className: 'act' }, words.waiting.again)
  again.addEventListener('click', () => void handOver())
  return el(
    'section',
    {},
    el('h2', {}, words.waiting.title),
    el('p', { className: 'quiet' }, words.waiting.detail),
    el('ul', {}, ...waiting.map(waitingLine)),
    again,
  )
}

function waitingLine({ id, payload, refused }: Waiting): HTMLElement {
  const discard = el('button', { type: 'button' }, words.waiting.discard)
  discard.addEventListener('click', () => void store.remove(id).then(draw))
  const name = payload.title || payload.words.slice(0, 80) || payload.url || ''
  return el(
    'li',
    {},
    el('p', {}, name),
    discard,
    ...(refused === '' ? [] : [el('p', { className: 'bad' }, refused)]),
  )
}

async function draw(): Promise<void> {
  const [paired, waiting] = await Promise.all([pairing(), store.all()])
  document.title = words.title
  page.replaceChildren(
    el('h1', {}, words.title),
    paired ? pairedPart(paired) : pairForm(),
    ...(waiting.length > 0 ? [waitingPart(waiting)] : []),
  )
}

void draw()
// What was handed over meanwhile goes from the list; the pairing may end elsewhere.
chrome.runtime.onMessage.addListener((message) => {
  if (message === 'handed over') void draw()
})
