/** Ends the process with a sentence for whoever started it: what it was given can't be worked with. */
export function cantStart(message: string): never {
  process.stderr.write(`Clear Quill can’t start: ${message}\n`)
  process.exit(1)
}
