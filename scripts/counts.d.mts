export function counts(): Record<string, number>
