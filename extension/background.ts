// What the browser starts, with every way to capture there is in it. Listeners are there at once: a browser
// that wakes this script tells it right away what it was woken for.
import { extensionWords as words } from '#shared/capture/extensionWords'
import { addSource, capture, handOver } from './flow'
import { waitingStore } from './store'

const store = waitingStore()
/** Where each entry of the menu stands. */
const MENU = {
  page: 'page',
  selection: 'selection',
  picture: 'image',
  link: 'link',
  video: 'video',
  source: 'page',
} satisfies Record<keyof typeof words.menu, `${chrome.contextMenus.ContextType}`>

// Browsers on a phone have no such menus.
const hasMenus = 'contextMenus' in chrome

chrome.runtime.onInstalled.addListener(({ reason }) => {
  if (hasMenus)
    chrome.contextMenus.removeAll(() => {
      for (const [id, title] of Object.entries(words.menu))
        chrome.contextMenus.create({ id, title, contexts: [MENU[id as keyof typeof MENU]] })
    })
  if (reason === 'install') void chrome.runtime.openOptionsPage()
})
chrome.runtime.onStartup.addListener(() => void handOver(store))
chrome.alarms.onAlarm.addListener(() => void handOver(store))
chrome.action.onClicked.addListener((tab) => void capture(store, tab))
if ('commands' in chrome) chrome.commands.onCommand.addListener((_, tab) => void (tab && capture(store, tab)))
if (hasMenus)
  chrome.contextMenus.onClicked.addListener(
    ({ menuItemId, linkUrl, srcUrl, selectionText, frameId }, tab) => {
      if (!tab) return
      if (menuItemId === 'source') return void addSource(tab)
      void capture(store, tab, {
        ...(menuItemId === 'link' && linkUrl ? { linkUrl } : {}),
        ...(menuItemId === 'picture' && srcUrl ? { srcUrl } : {}),
        ...(selectionText ? { selectionText } : {}),
        ...(frameId ? { frameId } : {}),
      })
    },
  )
// The page of options asks for another try.
chrome.runtime.onMessage.addListener((message, sender) => {
  if (sender.id === chrome.runtime.id && message === 'hand over') void handOver(store)
})
