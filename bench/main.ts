// npm run bench: prints what was measured beside what is aimed at. `--short` measures less, to see that the benches run.
import { fetchingRows } from './fetching'
import { readingRows } from './reading'
import { printTable } from './timing'

const isShort = process.argv.includes('--short')
printTable('Reading feeds', readingRows())
printTable('Fetching', await fetchingRows(isShort ? 60 : 1000))
