/** What is said in place of a sentence: a code, and what the sentence needs. It is said at the edge. */
export interface Message {
  code: string
  params: Record<string, string | number>
}
