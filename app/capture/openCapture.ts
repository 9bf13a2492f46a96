/** Opens the capture window beside the screen one is on. */
export const openCapture = (): void => void window.open('/capture', '_blank', 'popup,width=500,height=720')
