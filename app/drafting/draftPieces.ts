import type { DraftFinding } from '#core/drafting'

export interface DraftPiece {
  text: string
  /** What is wrong with it; null for nothing. */
  finding: DraftFinding | null
}

/** A draft cut where something is wrong with it. */
export function draftPieces(text: string, findings: readonly DraftFinding[]): DraftPiece[] {
  const placed = findings
    .filter(({ start, end }) => end > start && end <= text.length)
    .sort((a, b) => a.start - b.start)
  const pieces: DraftPiece[] = []
  let at = 0
  for (const finding of placed) {
    if (finding.start < at) continue
    pieces.push({ text: text.slice(at, finding.start), finding: null })
    pieces.push({ text: text.slice(finding.start, finding.end), finding })
    at = finding.end
  }
  return [...pieces, { text: text.slice(at), finding: null }].filter((piece) => piece.text !== '')
}

/** What of a draft's faults is in a text still that was made of it: what is named, where it is named. */
export const findingsLeft = (text: string, findings: readonly DraftFinding[]): DraftFinding[] =>
  findings.filter(({ start, end, about }) => end > start && text.includes(about))
