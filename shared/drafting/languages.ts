/** Languages that a draft can be asked for: those the checks tell apart. */
export const postLanguages = ['en', 'de', 'fr', 'es', 'pt', 'it', 'nl', 'sv'] as const
