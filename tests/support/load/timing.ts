/** Milliseconds a piece of work takes: the median of several runs after some to warm up. */
export function median(work: () => unknown, runs = 15): number {
  for (let run = 0; run < 5; run++) work()
  const times = Array.from({ length: runs }, () => {
    const started = performance.now()
    work()
    return performance.now() - started
  })
  return quantile(times, 0.5)
}

/** The value below which this share of them lies. */
export function quantile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
}

export interface Row {
  what: string
  figure: string
  target: string
  met: boolean
}

/** Prints rows as a table that can stand in a Markdown file. */
export function printTable(title: string, rows: Row[]): void {
  process.stdout.write(`\n${title}\n\n| work | measured | target | |\n| --- | --- | --- | --- |\n`)
  for (const row of rows)
    process.stdout.write(`| ${row.what} | ${row.figure} | ${row.target} | ${row.met ? 'met' : 'missed'} |\n`)
}
