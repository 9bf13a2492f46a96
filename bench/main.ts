// npm run bench: prints what was measured beside what is aimed at. `--short` measures less, to see that the
// benches run; `--only=feeds`, `posts`, `plan`, `watching`, `fetching`, `sending`, `capturing`, `clicking`,
// `listing`, `orders`, `recipients`, `interface` or `reading` measures a part.
import { capturingRows } from './capture'
import { clickingRows } from './clicking'
import { fetchingRows } from './fetching'
import { interfaceRows } from './interface'
import { listingRows } from './listing'
import { orderRows } from './orders'
import { planRows } from './plan'
import { postRows } from './posts'
import { readingRows } from './reading'
import { recipientRows } from './recipients'
import { sendingRows } from '../tests/support/load/sending'
import { printTable } from '../tests/support/load/timing'
import { watchingRows } from './watching'
import { wireRows } from './wire'

const isShort = process.argv.includes('--short')
const only = process.argv.find((one) => one.startsWith('--only='))?.slice('--only='.length)
const wants = (name: string): boolean => only === undefined || only === name
if (wants('feeds')) printTable('Reading feeds', readingRows())
if (wants('posts')) printTable('Posts', postRows())
if (wants('plan')) printTable('Planning', planRows())
if (wants('watching')) printTable('Watching', watchingRows())
if (wants('fetching')) printTable('Fetching', await fetchingRows(isShort ? 60 : 1000))
if (wants('sending')) printTable('Sending', await sendingRows(isShort))
if (wants('capturing')) printTable('Capturing', await capturingRows())
if (wants('clicking')) printTable('Short links', await clickingRows(isShort))
if (wants('listing')) printTable('Month and list', await listingRows(isShort ? 2_000 : 20_000))
if (wants('orders')) printTable('Standing orders', await orderRows(isShort ? 2_000 : 30_000))
if (wants('recipients')) printTable('Handing on', await recipientRows(isShort ? 100 : 2_000))
if (wants('interface')) printTable('For programs', await interfaceRows(isShort ? 5 : 40))
if (wants('reading')) printTable('Reading and finding', await wireRows(isShort ? 2_000 : 200_000))
