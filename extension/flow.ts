import { v7 as uuid } from 'uuid'
import { deliver, deliverWaiting, PATIENCE_MS, type WaitingStore } from './deliver'
import { bareOf, fitting, isOfWeb, MOST } from './payload'
import { gather, type Found, type Wanted } from './gather'
import { forgetPairing, pairing } from './store'
import type { Payload } from './types'
import { extensionWords as words } from '#shared/capture/extensionWords'

/** What was pressed on, where a menu says so. */
export interface Pressed {
  linkUrl?: string
  srcUrl?: string
  selectionText?: string
  frameId?: number
}

const ALARM = 'deliver'
/** Retries while the browser keeps this script awake; the alarm wakes it again. */
const SOON_MS = [3_000, 10_000, 20_000]

/**
 * Captures what is in front: keeps it here first, hands it over, and opens the window on it. Where nobody
 * answers it waits, and the button says how many do.
 */
export async function capture(
  store: WaitingStore,
  tab: chrome.tabs.Tab,
  pressed: Pressed = {},
): Promise<void> {
  const paired = await pairing()
  if (!paired) return void (await chrome.runtime.openOptionsPage())
  const payload = pressed.linkUrl ? linkOf(pressed) : await readTab(tab, pressed)
  if (!payload) return openWindow(`${paired.origin}/capture?why=browser-page`)
  const item = { id: uuid(), payload: fitting(payload), refused: '', inHandUntil: 0 }
  // Kept before anything else; whoever comes by leaves it to us while we wait for its answer. A browser that
  // has no room for it may hand it over all the same.
  await store.put({ ...item, inHandUntil: Date.now() + PATIENCE_MS }).catch(() => undefined)
  const delivery = await deliver(paired, item, false)
  if (delivery.fate === 'delivered') {
    await openWindow(`${paired.origin}/capture?id=${item.id}`)
    await store.remove(item.id)
    await showFeeds(tab, delivery.feeds)
  } else await store.put({ ...item, refused: delivery.fate === 'refused' ? delivery.message : '' })
  if (delivery.fate === 'unpaired') await unpaired()
  // Its page says why it was not taken.
  if (delivery.fate === 'refused') await chrome.runtime.openOptionsPage()
  await handOver(store)
}

/** The page of a link is not in front: the server looks at it. */
const linkOf = ({ linkUrl, selectionText = '' }: Pressed): Payload | null =>
  isOfWeb(linkUrl) ? bareOf(linkUrl, '', selectionText.slice(0, MOST.words)) : null

/** What a tab shows; of what no script may read (a PDF, a shop of extensions) the address; null for no page. */
export async function readTab(tab: chrome.tabs.Tab, pressed: Pressed = {}): Promise<Payload | null> {
  const { frameId = 0, selectionText = '', srcUrl } = pressed
  const [page, frame] = await Promise.all([
    run(tab, 0, 'page'),
    frameId === 0 ? null : run(tab, frameId, 'words'),
  ])
  const url = page?.url ?? tab.url
  if (!isOfWeb(url)) return null
  const picture = isOfWeb(srcUrl) ? srcUrl : null
  // A word under the pointer is selected by the press itself on some systems: with a picture none is meant.
  const selected = frame?.words || page?.words || selectionText
  const words = picture === null ? selected : ''
  return {
    ...bareOf(url, page?.title ?? tab.title ?? '', words),
    pictureUrl: picture,
    html: page?.html ?? '',
  }
}

async function run(tab: chrome.tabs.Tab, frameId: number, wanted: Wanted): Promise<Found | null> {
  try {
    const [read] = await chrome.scripting.executeScript({
      target: { tabId: tab.id!, frameIds: [frameId] },
      func: gather,
      args: [wanted, MOST],
    })
    return read?.result ?? null
  } catch {
    // No script may read it.
    return null
  }
}

/** Leads to the form for a source, with the page in front. */
export async function addSource(tab: chrome.tabs.Tab): Promise<void> {
  const paired = await pairing()
  if (!paired) return void (await chrome.runtime.openOptionsPage())
  const payload = await readTab(tab)
  if (!payload) return openWindow(`${paired.origin}/capture?why=browser-page`)
  await chrome.tabs.create({ url: `${paired.origin}/set-up/sources?add=${encodeURIComponent(payload.url!)}` })
}

const openWindow = async (url: string): Promise<void> => {
  // On a phone there are tabs alone.
  if ('windows' in chrome) await chrome.windows.create({ url, type: 'popup', width: 500, height: 720 })
  else await chrome.tabs.create({ url })
}

/** How many feeds the page in front names, on the button. */
async function showFeeds({ id: tabId }: chrome.tabs.Tab, feeds: number): Promise<void> {
  if (feeds === 0 || tabId === undefined) return
  // The tab may be gone by now.
  await chrome.action.setBadgeText({ tabId, text: String(feeds) }).catch(() => undefined)
  await chrome.action.setTitle({ tabId, title: words.feeds(feeds) }).catch(() => undefined)
}

/** One at a time: what waits is not handed over twice at once. */
const inTurn = async <T>(work: () => Promise<T>): Promise<T> => navigator.locks.request('deliver', work)

/** Hands over what waits, and sees to the next try where something is left. */
export async function handOver(store: WaitingStore, round = 0): Promise<void> {
  const paired = await pairing()
  const stopped = paired ? await inTurn(() => deliverWaiting(paired, store)) : 'unpaired'
  if (stopped === 'unpaired' && paired) await unpaired()
  const left = await store.all()
  // Whoever shows what waits draws it anew; mostly nobody does.
  await chrome.runtime.sendMessage('handed over').catch(() => undefined)
  await showWaiting(left.length, stopped === 'unpaired' || left.some(({ refused }) => refused !== ''))
  if (stopped !== 'away') return void (await chrome.alarms.clear(ALARM))
  await chrome.alarms.create(ALARM, { periodInMinutes: 1 })
  const soon = SOON_MS[round]
  if (soon !== undefined) setTimeout(() => void handOver(store, round + 1), soon)
}

/** The token opens nothing any more: what waits stays, and one is told where to pair again. */
async function unpaired(): Promise<void> {
  await forgetPairing()
  await chrome.runtime.openOptionsPage()
}

async function showWaiting(count: number, needsSomeone: boolean): Promise<void> {
  await chrome.action.setBadgeBackgroundColor({ color: needsSomeone ? '#a3292b' : '#24365e' })
  await chrome.action.setBadgeText({ text: count === 0 ? '' : needsSomeone ? '!' : String(count) })
  await chrome.action.setTitle({ title: count === 0 ? words.capture : words.waits(count) })
}
