/**
 * The locale that a brand's days and numbers are written in. English is written in two ways; which one is
 * meant shows in the zone.
 */
export function localeOf({ language, zone }: { language: string; zone: string }): string {
  return language === 'en' ? (zone.startsWith('America/') ? 'en-US' : 'en-GB') : language
}
