const SCOPE = '/share'

/** Lets this browser take what a share sheet sends, where it can. */
export async function registerShareWorker(): Promise<boolean> {
  if (!('serviceWorker' in navigator)) return false
  return navigator.serviceWorker.register('/share-worker.js', { scope: SCOPE }).then(
    () => true,
    () => false,
  )
}

/** Whether it runs as an application of the device's. */
export const isInstalled = (): boolean => window.matchMedia('(display-mode: standalone)').matches
