import { CAPTURE_KEY } from '../shared/capture/extensionWords'

/** The browsers it is packed for. */
export const BROWSERS = ['chromium', 'firefox'] as const
export type Browser = (typeof BROWSERS)[number]

/**
 * The manifest for a browser (Manifest V3). It asks for no host: the page in front is read when its user
 * says so (`activeTab`), and the one server it talks to is asked for as it is paired. `hosts` is for tests,
 * where no key can be pressed.
 */
export function manifestFor(browser: Browser, version: string, hosts: string[] = []): object {
  return {
    manifest_version: 3,
    name: 'Clear Quill',
    version,
    description: 'Takes the page, words or picture in front of you to your Clear Quill.',
    icons: { 48: 'icons/48.png', 128: 'icons/128.png' },
    action: { default_title: 'Capture', default_icon: { 32: 'icons/32.png', 48: 'icons/48.png' } },
    commands: {
      capture: { suggested_key: { default: CAPTURE_KEY }, description: 'Capture the page in front' },
    },
    permissions: ['activeTab', 'alarms', 'contextMenus', 'scripting', 'storage'],
    optional_host_permissions: ['http://*/*', 'https://*/*'],
    ...(hosts.length > 0 ? { host_permissions: hosts } : {}),
    options_ui: { page: 'options.html', open_in_tab: true },
    // One has no service workers, the other nothing else.
    background: browser === 'firefox' ? { scripts: ['background.js'] } : { service_worker: 'background.js' },
    ...(browser === 'firefox'
      ? {
          browser_specific_settings: {
            gecko: {
              id: 'capture@clear-quill.example',
              strict_min_version: '140.0',
              data_collection_permissions: { required: ['websiteContent'] },
            },
            gecko_android: { strict_min_version: '142.0' },
          },
        }
      : { minimum_chrome_version: '120' }),
  }
}
