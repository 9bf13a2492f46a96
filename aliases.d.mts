export const FOLDERS: Record<string, string>
export const aliases: Record<string, string>
