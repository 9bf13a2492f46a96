/** Words of the screens; filled in a part a screen. */
export const screens = {}
