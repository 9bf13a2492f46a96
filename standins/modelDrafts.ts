/** A message of a chat. */
export interface Message {
  role: string
  content: string
}

const sentencesOf = (text: string): string[] => text.match(/[^.!?]+[.!?]+/g)?.map((one) => one.trim()) ?? []
const numberIn = (text: string, before: string): number | null => {
  const at = text.indexOf(before)
  const found = at < 0 ? null : /\d+/.exec(text.slice(at + before.length))
  return found ? Number(found[0]) : null
}

/** A text that is no longer than so much, cut between words. */
function within(text: string, most: number): string {
  if (text.length <= most) return text
  const kept = text.slice(0, most - 1)
  return `${kept.slice(0, Math.max(kept.lastIndexOf(' '), most / 2))}…`
}

const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

const IN_GERMAN =
  'Kurz gesagt: Was hier beschrieben ist, geht alle an, die früh aufstehen und mit dem Wetter rechnen müssen.'

/** The article of a request. */
export function articleOf(messages: Message[]): { title: string; text: string } {
  const found = messages.find(({ role, content }) => role === 'user' && content.startsWith('{"article"'))
  const { article } = JSON.parse(found?.content ?? '{"article":{"title":"","text":""}}') as {
    article: { title: string; text: string }
  }
  return article
}

/**
 * The draft of a request: the same for the same. The second of several has a number that is in no article,
 * and keeps to it when it is told.
 */
export function draftFor(messages: Message[]): string {
  const rules = messages[0]?.content ?? ''
  const last = messages.at(-1)?.content ?? ''
  if (last.includes('“ready”')) return 'ready'
  const before = messages.filter(({ role }) => role === 'assistant').at(-1)?.content ?? ''
  const most = Math.min(numberIn(rules, 'at most ') ?? 500, 500)
  if (last.startsWith('That does not do:')) {
    const over = numberIn(last, 'It is ')
    return over === null ? before : within(before, Math.max(20, most))
  }
  if (rules.includes('Language: German') || last.includes('in German')) return within(IN_GERMAN, most)
  if (last.includes('half as long')) return within(sentencesOf(before)[0] ?? before, before.length / 2)
  if (last.includes('as a question'))
    return within(`What would you do if ${lowered(before.replace(/[.!…]+$/, ''))}?`, most)
  if (last.includes('begins differently')) return within(written(articleOf(messages), 2), most)
  const which = rules.includes('with whom it concerns') ? 1 : rules.includes('with one detail') ? 2 : 0
  return within(written(articleOf(messages), which), most)
}

function written({ title, text }: { title: string; text: string }, which: number): string {
  const sentences = sentencesOf(text)
  const one = sentences[Math.min(which, sentences.length - 1)] ?? title
  if (which === 1) return `For everyone who plans by the sky: ${lowered(within(one, 90))} 417 of you asked.`
  if (which === 2) return `A detail we like: ${lowered(within(one, 120))}`
  return `${within(one, 110)} We read it so that you know before breakfast.`
}
