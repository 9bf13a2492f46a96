// npm run bench: prints what was measured beside what is aimed at. `--short` measures less, to see that the benches run.
import { fetchingRows } from './fetching'
import { readingRows } from './reading'
import { printTable } from './timing'
import { wireRows } from './wire'

const isShort = process.argv.includes('--short')
printTable('Reading feeds', readingRows())
printTable('Fetching', await fetchingRows(isShort ? 60 : 1000))
printTable('Reading and finding', await wireRows(isShort ? 2_000 : 200_000))
